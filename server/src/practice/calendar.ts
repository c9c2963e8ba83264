import type { PracticePlan } from '@vilko/contract';
import { DRILL_CAUTIONS, type DrillShelf, layOut, type LaidBlock, type Retest, retestWords, RUNGS } from '@vilko/core';
import { createEvents, type EventAttributes } from 'ics';

/** What a calendar shows for a block: the drill at its rung, what to do, the cautions. */
function eventOf(b: LaidBlock, plan: PracticePlan, shelf: DrillShelf): EventAttributes {
  const drill = shelf.one(b.drill);
  const { warmUp, drill: minutes, shots, test } = b.minutes;
  const parts = [
    `Warm-up ${warmUp} min`,
    `${drill?.name ?? b.drill} ${minutes} min, ${RUNGS[b.rung]!.words}`,
    ...(b.hops ? [`at most ${b.hops} hops`] : []),
    ...(b.balls ? [`${b.balls} balls, ${shots} min`] : []),
    ...(test ? [`test ${test} min`] : []),
  ];
  return {
    uid: `${plan.id}-${b.id}@vilko`,
    title: `Practice: ${drill?.name ?? b.drill}`,
    description: [
      `${parts.join('; ')}.`,
      ...(drill ? drill.steps.map((s, i) => `${i + 1}. ${s}`) : []),
      ...(b.changed ? [b.changed] : []),
      ...(drill?.caution ? [drill.caution] : []),
      ...DRILL_CAUTIONS,
    ].join('\n'),
    ...wholeDay(b.date),
  };
}

/** A day without an hour: the pupil knows when. */
function wholeDay(date: string): Pick<EventAttributes, 'busyStatus' | 'productId'> & {
  start: [number, number, number];
  duration: { days: number };
} {
  const [y, m, d] = date.split('-').map(Number) as [number, number, number];
  return { start: [y, m, d], duration: { days: 1 }, busyStatus: 'FREE', productId: 'vilko' };
}

/** The retest that a plan ends with. */
const retestEvent = (retest: Retest, plan: PracticePlan): EventAttributes => ({
  uid: `${plan.id}-retest@vilko`,
  title: 'Retest',
  description: retestWords(retest),
  ...wholeDay(retest.on),
});

/**
 * A plan's open and done blocks as a calendar file (RFC 5545); what was withdrawn is left out.
 * @throws Error when the generator refuses a block
 */
export function planCalendar(plan: PracticePlan, shelf: DrillShelf): string {
  const { retest } = plan.plan.wish;
  const events = [
    ...layOut(plan.plan, shelf)
      .filter((b) => !b.withdrawn)
      .map((b) => eventOf(b, plan, shelf)),
    ...(retest ? [retestEvent(retest, plan)] : []),
  ];
  const { error, value } = createEvents(events, { calName: 'Practice plan' });
  if (error) throw error;
  return value ?? '';
}
