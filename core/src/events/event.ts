/** The ten positions of a swing. */
export const EVENT_NAMES = ['p1', 'p2', 'p3', 'p4', 'p5', 'p6', 'p7', 'p8', 'p9', 'p10'] as const;
export type EventName = (typeof EVENT_NAMES)[number];

export type EventSource = 'marked' | 'trigger' | 'sound' | 'club' | 'estimated';

/** When something happened, on the file's clock (s), how it was found, and one standard uncertainty (s). */
export interface TimedEvent {
  readonly t: number;
  readonly source: EventSource;
  readonly u: number;
}

export type Events = Readonly<Record<EventName, TimedEvent | null>>;

/** A time with the uncertainty of what it was read from (a frame of film), s. */
export interface ReadTime {
  readonly t: number;
  readonly u: number;
}

/** Times a person has marked, s on the file's clock; a mark wins over everything found. */
export type Marks = Readonly<Partial<Record<EventName, number | ReadTime>>>;

/** A person's mark is good to about a frame of film. */
export const MARK_U = 0.01;

/** What each event means, in words for the interface. */
export const EVENT_WORDS: Readonly<Record<EventName, string>> = {
  p1: 'the club starts back',
  p2: 'shaft level going back',
  p3: 'lead arm level going back',
  p4: 'the top',
  p5: 'lead arm level coming down',
  p6: 'shaft level coming down',
  p7: 'impact',
  p8: 'shaft level after impact',
  p9: 'arm level after impact',
  p10: 'finish held',
};
