import { type HttpClient, HttpErrorResponse, type HttpEvent, HttpEventType } from '@angular/common/http';
import type { BodySent, Endpoint, ParamsOf, QueryAsked, ReplyOf } from '@vilko/contract/endpoints/endpoint';
import { addressIn, type Method, namesIn, pathOf } from '@vilko/contract/endpoints/path';
import { catchError, concatMap, EMPTY, map, type Observable, of, throwError } from 'rxjs';

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

/** A body that goes as it is: the bytes of a file. */
const isFile = (body: unknown): boolean => body instanceof ArrayBuffer || body instanceof Blob;

/** What is written goes on its way though the page is left or closed the moment after; what is read does not. */
const carriedOn = (method: Method, body: unknown): boolean =>
  method !== 'GET' && !isFile(body) && new Blob([JSON.stringify(body ?? null)]).size <= CARRIED_ON_BYTES;

function requestOf<E extends Endpoint>(address: string, [given = {} as Given<E>, body]: Asks<E>) {
  const { method, path } = addressIn(address);
  const names = namesIn(path);
  const all = Object.entries(given as Readonly<Record<string, string | number | boolean | null | undefined>>);
  const query = all.filter(([k, v]) => !names.includes(k) && v !== null && v !== undefined);
  return {
    method,
    url: pathOf(path, given),
    options: {
      body: (body ?? null) as unknown,
      keepalive: carriedOn(method, body),
      params: Object.fromEntries(query) as Record<string, string | number | boolean>,
      ...(isFile(body) ? { headers: OCTETS } : {}),
    },
  };
}

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

/**
 * Asks the server at an address, `GET /api/lessons/:id`. What it answers was held to the row of the table before it was
 * sent, so that no schema need travel to a browser.
 */
export function ask<E extends Endpoint>(http: HttpClient, address: string, ...asks: Asks<E>): Observable<ReplyOf<E>> {
  const { method, url, options } = requestOf<E>(address, asks);
  return http.request<ReplyOf<E>>(method, url, options);
}

/** The same where a file is the answer: its bytes. */
export function askFile<E extends Endpoint>(
  http: HttpClient,
  address: string,
  ...asks: Asks<E>
): Observable<Uint8Array> {
  const { method, url, options } = requestOf<E>(address, asks);
  return fetchBytes(http, method, url, options).pipe(map((r) => new Uint8Array(r.body!)));
}

/** The same for something large: the part that has been sent, 0–1, and at the end the answer. */
export function askWithProgress<E extends Endpoint>(
  http: HttpClient,
  address: string,
  ...asks: Asks<E>
): Observable<number | ReplyOf<E>> {
  const { method, url, options } = requestOf<E>(address, asks);
  return http.request<ReplyOf<E>>(method, url, { ...options, observe: 'events', reportProgress: true }).pipe(
    concatMap((e: HttpEvent<ReplyOf<E>>) => {
      if (e.type === HttpEventType.UploadProgress) return of(e.total ? e.loaded / e.total : 0);
      return e.type === HttpEventType.Response ? of(e.body as ReplyOf<E>) : EMPTY;
    }),
  );
}
