import { type HttpClient, HttpErrorResponse, type HttpEvent, HttpEventType } from '@angular/common/http';
import {
  type BodySent,
  BYTES,
  type Endpoint,
  namesIn,
  type ParamsOf,
  pathOf,
  type QueryAsked,
  type ReplyOf,
} from '@vilko/contract';
import { catchError, concatMap, EMPTY, map, type Observable, of, throwError } from 'rxjs';
import type * as z from 'zod';

/** What stands in an address: the names of its path and its query. */
export type Given<E extends Endpoint> = ParamsOf<E> & QueryAsked<E>;
/** What is to be given: nothing where an address has no names and takes no body. */
export type Asks<E extends Endpoint> =
  BodySent<E> extends null
    ? object extends Given<E>
      ? [given?: Given<E>]
      : [given: Given<E>]
    : [given: Given<E>, body: BodySent<E>];

const OCTETS = { 'content-type': 'application/octet-stream' };

/** A browser carries on only so much after a page is gone: 64 KiB over all requests under way. */
const CARRIED_ON_BYTES = 16_384;

/** What is written goes on its way though the page is left or closed the moment after; what is read does not. */
const carriedOn = (endpoint: Endpoint, body: unknown): boolean =>
  endpoint.method !== 'GET' &&
  endpoint.body !== BYTES &&
  new Blob([JSON.stringify(body ?? null)]).size <= CARRIED_ON_BYTES;

function requestOf<E extends Endpoint>(endpoint: E, [given = {} as Given<E>, body]: Asks<E>) {
  const names = namesIn(endpoint.path);
  const all = Object.entries(given as Readonly<Record<string, string | number | boolean | null | undefined>>);
  const query = all.filter(([k, v]) => !names.includes(k) && v !== null && v !== undefined);
  return {
    url: pathOf(endpoint.path, given),
    options: {
      body: (body ?? null) as unknown,
      keepalive: carriedOn(endpoint, body),
      params: Object.fromEntries(query) as Record<string, string | number | boolean>,
      ...(endpoint.body === BYTES ? { headers: OCTETS } : {}),
    },
  };
}

const replyIn = <E extends Endpoint>(endpoint: E, reply: unknown): ReplyOf<E> =>
  (endpoint.reply as z.ZodType).parse(reply) as ReplyOf<E>;

/** A refusal of something that was asked as bytes, with its sentence legible again. */
function legible(e: unknown): unknown {
  if (!(e instanceof HttpErrorResponse) || !(e.error instanceof ArrayBuffer)) return e;
  const text = new TextDecoder().decode(e.error);
  try {
    const { status, headers, url } = e;
    return new HttpErrorResponse({ error: JSON.parse(text) as unknown, status, headers, ...(url ? { url } : {}) });
  } catch {
    return e;
  }
}

/** Fetches a file with its headers. */
export const fetchBytes = (http: HttpClient, method: string, url: string, options: object = {}) =>
  http
    .request(method, url, { ...options, responseType: 'arraybuffer', observe: 'response' })
    .pipe(catchError((e: unknown) => throwError(() => legible(e))));

/** Asks the server at one endpoint of the table; the answer is validated by its row, a file comes as its bytes. */
export function ask<E extends Endpoint>(http: HttpClient, endpoint: E, ...asks: Asks<E>): Observable<ReplyOf<E>> {
  const { url, options } = requestOf(endpoint, asks);
  if (endpoint.reply === BYTES)
    return fetchBytes(http, endpoint.method, url, options).pipe(map((r) => new Uint8Array(r.body!) as ReplyOf<E>));
  return http.request(endpoint.method, url, options).pipe(map((reply) => replyIn(endpoint, reply)));
}

/** The same for something large: the part that has been sent, 0–1, and at the end the answer. */
export function askWithProgress<E extends Endpoint>(
  http: HttpClient,
  endpoint: E,
  ...asks: Asks<E>
): Observable<number | ReplyOf<E>> {
  const { url, options } = requestOf(endpoint, asks);
  return http.request(endpoint.method, url, { ...options, observe: 'events', reportProgress: true }).pipe(
    concatMap((e: HttpEvent<unknown>) => {
      if (e.type === HttpEventType.UploadProgress) return of(e.total ? e.loaded / e.total : 0);
      return e.type === HttpEventType.Response ? of(replyIn(endpoint, e.body)) : EMPTY;
    }),
  );
}
