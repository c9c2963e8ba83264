import { HttpErrorResponse } from '@angular/common/http';
import { Problem } from '@vilko/contract';

/** Whether the server first wants to know who is there. */
export const signedOut = (e: unknown): boolean =>
  e instanceof HttpErrorResponse &&
  e.status === 401 &&
  (e.error as { message?: string } | null)?.message === 'Sign in first.';

/** One sentence for a person from whatever went wrong. */
export function sentenceOf(e: unknown): string {
  if (e instanceof HttpErrorResponse) {
    // the session has ended: the way in is the only thing to show
    if (signedOut(e) && !location.pathname.startsWith('/sign-in')) location.assign('/sign-in');
    const problem = Problem.safeParse(e.error);
    if (problem.success) return [problem.data.message, problem.data.kept].filter(Boolean).join(' ');
    if (e.status === 0)
      return 'The server does not answer. What was recorded is kept; this page goes on by itself when it is back.';
    return `The server refused (${e.status}). Nothing was changed.`;
  }
  return e instanceof Error ? e.message : 'Something went wrong. Nothing was changed.';
}
