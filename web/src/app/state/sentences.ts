import { HttpErrorResponse } from '@angular/common/http';
import type { Problem } from '@vilko/contract/problem';

/** Whether the server first wants to know who is there. */
export const signedOut = (e: unknown): boolean =>
  e instanceof HttpErrorResponse &&
  e.status === 401 &&
  (e.error as { message?: string } | null)?.message === 'Sign in first.';

/** What the server says when it refuses; something on the way to it may have answered in its place. */
const isProblem = (answer: unknown): answer is Problem =>
  typeof answer === 'object' && answer !== null && typeof (answer as Partial<Problem>).message === 'string';

/** One sentence for a person from whatever went wrong. */
export function sentenceOf(e: unknown): string {
  if (e instanceof HttpErrorResponse) {
    // the session has ended: the way in is the only thing to show
    if (signedOut(e) && !location.pathname.startsWith('/sign-in')) location.assign('/sign-in');
    if (isProblem(e.error)) return [e.error.message, e.error.kept].filter(Boolean).join(' ');
    if (e.status === 0)
      return 'The server does not answer. What was recorded is kept; this page goes on by itself when it is back.';
    return `The server refused (${e.status}). Nothing was changed.`;
  }
  return e instanceof Error ? e.message : 'Something went wrong. Nothing was changed.';
}
