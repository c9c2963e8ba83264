/** What a swing was for; exercises, a teacher's demonstrations and exaggerations are measured, never judged. */
export const SWING_TAGS = ['ball', 'practice swing', 'exercise', 'demonstration', 'exaggerated'] as const;

export const INTENTS = ['stock', 'draw feet', 'fade feet', 'speed'] as const;
