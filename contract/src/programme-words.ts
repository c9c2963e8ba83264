/** How following a programme ends: through all its steps, or left before. */
export const FOLLOW_ENDS = ['through', 'left'] as const;
export type FollowEnd = (typeof FOLLOW_ENDS)[number];
