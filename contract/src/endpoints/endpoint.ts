import * as z from 'zod';

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
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
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

type Given = Omit<Endpoint, 'method' | 'path' | 'who'> & { readonly who?: Who };

/**
 * A row of the table.
 * @example at('GET /api/pupils/:id/dashboard', { does: 'What a pupil works on', reply: PupilDashboard, missing: … })
 */
export function at<const A extends `${Endpoint['method']} /${string}`, const G extends Given>(
  address: A,
  given: G,
): Omit<G, 'who'> & { readonly who: Who; readonly method: MethodOf<A>; readonly path: PathOf<A> } {
  const [method, path] = address.split(' ') as [MethodOf<A>, PathOf<A>];
  return { who: 'instructor', ...given, method, path };
}

/** A file as a browser holds it. */
export interface FileLike {
  readonly size: number;
  readonly arrayBuffer: () => Promise<ArrayBuffer>;
}

type MethodOf<A> = A extends `${infer M extends Endpoint['method']} ${string}` ? M : never;
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

/** Names in a path, in order. */
export const namesIn = (path: string): string[] => [...path.matchAll(/:(\w+)/g)].map(([, n]) => n!);

/** A path with its names filled in; each is one segment, whatever it holds. */
export const pathOf = (path: string, params: Readonly<Record<string, unknown>>): string =>
  path.replaceAll(/:(\w+)/g, (_, n: string) => encodeURIComponent(String(params[n])));
