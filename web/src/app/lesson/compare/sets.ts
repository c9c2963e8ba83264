import { shortDate } from '@vilko/core/words/dates';
import type { LessonFindings } from '@vilko/contract/judgement';
import type { SwingHead } from '@vilko/contract/swing';
import { unjudgedWords } from '@vilko/core/words/findings';

/** Which swings stand on each side, by their ids. */
export interface Sets {
  readonly before: readonly string[];
  readonly after: readonly string[];
}

export const SIDES = ['before', 'after'] as const;
export type Side = (typeof SIDES)[number];

/** Most swings on one side: more say no more and take long to read. */
export const MOST = 24;

/** Swings that may be compared: whole ones, no exercises; rehearsals and aids never stand among them. */
export const comparable = (s: SwingHead): boolean => unjudgedWords(s) === null && s.thumbnail !== null;

/** Ids of a link's parameter. */
export const idsOf = (text: string | null | undefined): string[] =>
  text ? text.split(',').filter(Boolean).slice(0, MOST) : [];

/**
 * What is compared when nothing was chosen: what the lesson compares everywhere; where no set speaks for it, the first
 * and the last swings with the club used most.
 */
export function firstSets(rack: readonly SwingHead[], compared: LessonFindings['compared'] = null): Sets {
  if (compared) return { before: compared.before.slice(-MOST), after: compared.after.slice(-MOST) };
  const own = rack.filter(comparable);
  const counts = new Map<string, SwingHead[]>();
  for (const s of own) counts.set(`${s.clubName}|${s.device}`, [...(counts.get(`${s.clubName}|${s.device}`) ?? []), s]);
  const most = [...counts.values()].sort((a, b) => b.length - a.length)[0] ?? [];
  return halves(most);
}

/** Swings cut in the middle; the middle one of an odd number stands on neither side. */
export function halves(swings: readonly SwingHead[]): Sets {
  const half = Math.floor(swings.length / 2);
  return { before: swings.slice(0, half).map((s) => s.id), after: half ? swings.slice(-half).map((s) => s.id) : [] };
}

/** A swing goes from neither side to before, to after, and out again. */
export function cycled({ before, after }: Sets, id: string): Sets {
  if (before.includes(id)) return { before: before.filter((x) => x !== id), after: [...after, id].slice(-MOST) };
  if (after.includes(id)) return { before, after: after.filter((x) => x !== id) };
  return { before: [...before, id].slice(-MOST), after };
}

/** A group of swings that can be taken as a set: by lesson and club, or by star. */
export interface Group {
  readonly key: string;
  readonly words: string;
  readonly ids: readonly string[];
}

const day = shortDate;

/** Every group of a pupil's swings: newest lessons first, in them club by club; then the starred ones. */
export function groupsOf(swings: readonly SwingHead[]): Group[] {
  const groups = new Map<string, SwingHead[]>();
  for (const s of swings.filter(comparable)) {
    const key = [s.lessonId, s.clubName, s.device].join('|');
    groups.set(key, [...(groups.get(key) ?? []), s]);
  }
  const byLesson = [...groups].reverse().map(([key, g]): Group => ({
    key,
    words: `${day(g[0]!.recordedAt)} · ${g[0]!.clubName} (${g.length})`,
    ids: g.slice(-MOST).map((s) => s.id),
  }));
  const stars = new Map<string, SwingHead[]>();
  for (const s of swings.filter((x) => x.starred && comparable(x)))
    stars.set(s.clubName, [...(stars.get(s.clubName) ?? []), s]);
  const starred = [...stars].map(([club, g]): Group => ({
    key: `star|${club}`,
    words: `Starred · ${club} (${g.length})`,
    ids: g.slice(-MOST).map((s) => s.id),
  }));
  return [...byLesson, ...starred];
}

/** A set in words: which numbers of which lesson, with which club. */
export function setWords(ids: readonly string[], swings: readonly SwingHead[], lessonId: string): string {
  const own = ids.flatMap((id) => swings.find((s) => s.id === id) ?? []);
  if (!own.length) return 'no swings chosen';
  const clubs = [...new Set(own.map((s) => s.clubName))].join(', ');
  const lessons = [...new Set(own.map((s) => s.lessonId))];
  const numbers = own.map((s) => s.number);
  const run = numbers.every((n, i) => i === 0 || n === numbers[i - 1]! + 1);
  const which =
    numbers.length === 1
      ? `swing ${numbers[0]}`
      : run
        ? `swings ${numbers[0]}–${numbers.at(-1)}`
        : `swings ${numbers.slice(0, 6).join(', ')}${numbers.length > 6 ? ' …' : ''}`;
  const when =
    lessons.length === 1 && lessons[0] === lessonId
      ? ''
      : `, ${lessons.length === 1 ? day(own[0]!.recordedAt) : `${lessons.length} lessons`}`;
  return `${which} · ${clubs}${when}`;
}
