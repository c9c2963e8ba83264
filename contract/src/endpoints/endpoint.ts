import type * as z from 'zod';
import { type AddressName, ADDRESSES, type FileName } from './addresses.js';
import { addressIn, type Method } from './path.js';

/** Bytes as they are: a file that is sent or fetched. */
export const BYTES = 'bytes';
type Body = z.ZodType | typeof BYTES;
type Reply = z.ZodType | typeof BYTES;

/**
 * Who may ask: `instructor` has signed in (on loopback everybody has), `anybody` need not, `link` knows a page's
 * secret, `device` brings the house's key from another machine.
 */
export type Who = 'instructor' | 'anybody' | 'link' | 'device';

/** One address of the server: everything that server, browser and description must agree on. */
export interface Endpoint {
  readonly method: Method;
  /** With `:name` for what varies. */
  readonly path: string;
  /** What it does, in a sentence. */
  readonly does: string;
  readonly who: Who;
  readonly query?: z.ZodObject;
  readonly body?: Body;
  readonly reply: Reply;
  /** Something new comes of it (201). */
  readonly makes?: true;
  /** What is said where there is no such thing (404). */
  readonly missing?: string;
  /** Largest body, bytes. */
  readonly largest?: number;
  /** Asks of one address in a minute. */
  readonly perMinute?: number;
}

type Given<Answer = Reply> = Omit<Endpoint, 'method' | 'path' | 'who' | 'reply'> & {
  readonly who?: Who;
  readonly reply: Answer;
};
/** What may be said of the address of that name: one that answers with a file is said to answer with bytes. */
type RowsGiven<N> = { readonly [K in N & AddressName]: Given<K extends FileName ? typeof BYTES : z.ZodType> };
type Row<N extends AddressName, G> = Omit<G, 'who'> & {
  readonly who: Who;
  readonly method: MethodOf<Address<N>>;
  readonly path: PathOf<Address<N>>;
};
type Address<N extends AddressName> = (typeof ADDRESSES)[N];

/**
 * Rows of the table, each under the name of its address.
 * @example rows({ dashboard: { does: 'What a pupil works on', reply: PupilDashboard, missing: NO_PUPIL } })
 */
export function rows<const R extends RowsGiven<keyof R>>(
  given: R,
): { readonly [N in keyof R & AddressName]: Row<N, R[N]> } {
  const named = Object.entries(given) as [AddressName, Given][];
  return Object.fromEntries(
    named.map(([name, row]) => [name, { who: 'instructor', ...row, ...addressIn(ADDRESSES[name]) }]),
  ) as {
    readonly [N in keyof R & AddressName]: Row<N, R[N]>;
  };
}

/** A file as a browser holds it. */
export interface FileLike {
  readonly size: number;
  readonly arrayBuffer: () => Promise<ArrayBuffer>;
}

type MethodOf<A> = A extends `${infer M extends Method} ${string}` ? M : never;
type PathOf<A> = A extends `${string} ${infer P}` ? P : never;

/** Names of what varies in a path. */
type Names<P extends string> = P extends `${string}:${infer N}/${infer Rest}`
  ? N | Names<Rest>
  : P extends `${string}:${infer N}`
    ? N
    : never;

export type ParamsOf<E extends Endpoint> = Readonly<Record<Names<E['path']>, string>>;
type Schema<T> = T extends z.ZodType ? T : never;
/** A query as it is asked, and as the server reads it with its defaults. */
export type QueryAsked<E> = E extends { query: infer Q } ? z.input<Schema<Q>> : unknown;
export type QueryRead<E> = E extends { query: infer Q } ? z.output<Schema<Q>> : unknown;
/** A body as it is sent, and as the server reads it. */
export type BodySent<E> = E extends { body: infer B }
  ? B extends 'bytes'
    ? ArrayBuffer | FileLike
    : z.input<Schema<B>>
  : null;
export type BodyRead<E> = E extends { body: infer B } ? (B extends 'bytes' ? Uint8Array : z.output<Schema<B>>) : null;
export type ReplyOf<E extends Endpoint> = E['reply'] extends z.ZodType ? z.output<E['reply']> : Uint8Array;
