import { PracticeCame, Problem } from '@vilko/contract';
import { VilkoError } from '@vilko/core';

/** A pupil's link as it was sent: the house's own address and the page's secret. */
const LINK = /^(https?:\/\/[^/\s]+)\/shared\/([\w-]{22})\/?$/;
/** How long a house is waited for, ms. */
const PATIENCE = 60_000;

const refused = (why: string): VilkoError =>
  new VilkoError('bad-option', `${why}: the practice is kept here, and nothing was sent`);

/**
 * Sends a practice to the house behind a pupil's link.
 * @throws VilkoError with one sentence where it did not go
 */
export async function sendPractice(link: string, file: Uint8Array): Promise<PracticeCame> {
  const [, origin, token] = LINK.exec(link) ?? [];
  if (!origin || !token) throw refused('this is not the link of a pupil’s page (…/shared/…)');
  const answer = await fetch(`${origin}/api/shared/${token}/practice`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: Buffer.from(file),
    redirect: 'error',
    signal: AbortSignal.timeout(PATIENCE),
  }).catch(() => {
    throw refused(`${new URL(origin).host} does not answer`);
  });
  const told: unknown = await answer.json().catch(() => null);
  const came = PracticeCame.safeParse(told);
  if (answer.ok && came.success) return came.data;
  const problem = Problem.safeParse(told);
  throw refused(
    problem.success ? problem.data.message.replace(/\.$/, '') : `${new URL(origin).host} refused (${answer.status})`,
  );
}
