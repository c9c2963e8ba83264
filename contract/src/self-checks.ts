/** Self-checks that need no device: what is asked, and what either answer means. */
export const SELF_CHECKS = [
  { id: 'heels-lift', asks: 'At address: do the heels lift?', good: 'yes', means: 'the pressure is forward enough' },
  {
    id: 'toes-stay',
    asks: 'At address: do the toes stay down?',
    good: 'yes',
    means: 'the pressure is not in the heels',
  },
  {
    id: 'finish-tap',
    asks: 'In the finish: can the trail toe tap three times?',
    good: 'yes',
    means: 'the lead foot carries you',
  },
  {
    id: 'float-held',
    asks: 'At the top: can the lead foot be held up?',
    good: 'no',
    means: 'the pressure went over, the body stayed',
  },
  {
    id: 'divot-after',
    asks: 'Does the divot, or the brush, begin after the line?',
    good: 'yes',
    means: 'the low point is ahead of the ball',
  },
] as const;
