import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { ADDRESSES, ANSWERED_BY_FILE } from '@vilko/contract/endpoints/addresses';
import type { ReplyOf } from '@vilko/contract/endpoints/endpoint';
import { addressIn, pathOf } from '@vilko/contract/endpoints/path';
import type { EndpointName, Endpoints } from '@vilko/contract/endpoints/table';
import { map, type Observable } from 'rxjs';
import { ask, askFile, type Asks, askWithProgress, fetchBytes } from './ask';

const answersFile = (name: EndpointName): boolean => (ANSWERED_BY_FILE as readonly EndpointName[]).includes(name);

/** The server, asked by the names of the table of endpoints. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  /**
   * Asks by name.
   * @example api.ask('changeLesson', { id }, { aim: 'Stay over it' })
   */
  ask<N extends EndpointName>(name: N, ...asks: Asks<Endpoints[N]>): Observable<ReplyOf<Endpoints[N]>> {
    if (answersFile(name))
      return askFile<Endpoints[N]>(this.http, ADDRESSES[name], ...asks) as Observable<ReplyOf<Endpoints[N]>>;
    return ask<Endpoints[N]>(this.http, ADDRESSES[name], ...asks);
  }
  /** The part that has been sent, 0–1, and at the end the answer. */
  askWithProgress<N extends EndpointName>(
    name: N,
    ...asks: Asks<Endpoints[N]>
  ): Observable<number | ReplyOf<Endpoints[N]>> {
    return askWithProgress<Endpoints[N]>(this.http, ADDRESSES[name], ...asks);
  }
  /** A swing's recording as a bundle, and which of its swings it is. */
  recording(id: string): Observable<{ bundle: Uint8Array; part: number }> {
    const { method, path } = addressIn(ADDRESSES.recording);
    return fetchBytes(this.http, method, pathOf(path, { id })).pipe(
      map((r) => ({ bundle: new Uint8Array(r.body!), part: Number(r.headers.get('x-swing-part') ?? 0) })),
    );
  }
}
