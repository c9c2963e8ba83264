import type { MessagePort, Transferable, Worker } from 'node:worker_threads';

/** What of an error crosses: its sentence, and what is said beside it in plain values (code, constraint, detail). */
interface Failure {
  readonly message: string;
  readonly fields: Readonly<Record<string, string | number>>;
}
type Answer = { readonly id: number; readonly value: unknown } | { readonly id: number; readonly failure: Failure };

/** An error in plain values: its own fields would not cross. */
function failureOf(e: unknown): Failure {
  const error = e instanceof Error ? e : new Error(String(e));
  const told = Object.entries(error).filter(([, v]) => typeof v === 'string' || typeof v === 'number');
  return { message: error.message, fields: Object.fromEntries(told) };
}

/**
 * Questions to a thread, as many at once as there are; each has the answer under its own number.
 * @param gone what is said to whoever asks once the thread has ended
 */
export function questionsTo<Q>(to: Worker | MessagePort, gone: string) {
  const waiting = new Map<number, { done: (value: unknown) => void; failed: (e: Error) => void }>();
  let ended: Error | null = null;
  let last = 0;
  const wait = (id: number): Promise<unknown> =>
    new Promise((done, failed) => {
      if (ended) failed(ended);
      else waiting.set(id, { done, failed });
    });
  const end = (e: Error): void => {
    ended ??= e;
    for (const w of waiting.values()) w.failed(ended);
    waiting.clear();
  };
  to.on('message', (a: Answer) => {
    const w = waiting.get(a.id);
    waiting.delete(a.id);
    if ('value' in a) w?.done(a.value);
    else w?.failed(Object.assign(new Error(a.failure.message), a.failure.fields));
  });
  to.on('error', end);
  for (const over of ['exit', 'close']) to.on(over, () => end(new Error(gone)));
  return {
    /** Once it answers: it says so under number 0. */
    there: () => wait(0),
    ask: (q: Q, transferList: readonly Transferable[] = []): Promise<unknown> => {
      const answer = wait(++last);
      to.postMessage({ id: last, q }, transferList);
      return answer;
    },
    /** Whether it has ended. */
    over: () => ended !== null,
  };
}

/** Answers whoever asks through a port; what goes wrong is told to them. */
export function answerTo<Q>(port: MessagePort, answer: (q: Q) => Promise<unknown>): void {
  const say = (a: Answer): void => port.postMessage(a);
  port.on('message', ({ id, q }: { id: number; q: Q }) => {
    answer(q)
      .then((value) => say({ id, value }))
      .catch((e: unknown) => say({ id, failure: failureOf(e) }));
  });
  say({ id: 0, value: null });
}

/** Tells whoever waits for a thread that it could not begin. */
export const couldNotBegin = (port: MessagePort, e: unknown): void =>
  port.postMessage({ id: 0, failure: failureOf(e) } satisfies Answer);
