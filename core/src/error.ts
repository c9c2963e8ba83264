/** What can go wrong with an input, as a small closed list that callers can branch on. */
export type VilkoErrorCode =
  'unreadable' | 'truncated' | 'unsupported' | 'missing-channel' | 'bad-option' | 'hole' | 'would-lose-data';

/**
 * A refusal meant for a person: one sentence saying what is wrong and where.
 * `position` is a byte offset, a line number or a time, already worded ("byte 512", "line 7").
 */
export class VilkoError extends Error {
  constructor(
    readonly code: VilkoErrorCode,
    message: string,
    readonly position?: string,
  ) {
    super(position ? `${message} (${position})` : message);
    this.name = 'VilkoError';
  }
}
