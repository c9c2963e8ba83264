import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type EndpointName, ENDPOINTS, type Endpoints, pathOf, type ReplyOf } from '@vilko/contract';
import { map, type Observable } from 'rxjs';
import { ask, type Asks, askWithProgress, fetchBytes } from './ask';

/** The server, asked by the names of the table of endpoints. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  /**
   * Asks by name.
   * @example api.ask('changeLesson', { id }, { aim: 'Stay over it' })
   */
  ask<N extends EndpointName>(name: N, ...asks: Asks<Endpoints[N]>): Observable<ReplyOf<Endpoints[N]>> {
    return ask<Endpoints[N]>(this.http, ENDPOINTS[name], ...asks);
  }
  /** The part that has been sent, 0–1, and at the end the answer. */
  askWithProgress<N extends EndpointName>(
    name: N,
    ...asks: Asks<Endpoints[N]>
  ): Observable<number | ReplyOf<Endpoints[N]>> {
    return askWithProgress<Endpoints[N]>(this.http, ENDPOINTS[name], ...asks);
  }
  /** A swing's recording as a bundle, and which of its swings it is. */
  recording(id: string): Observable<{ bundle: Uint8Array; part: number }> {
    return fetchBytes(this.http, 'GET', pathOf(ENDPOINTS.recording.path, { id })).pipe(
      map((r) => ({ bundle: new Uint8Array(r.body!), part: Number(r.headers.get('x-swing-part') ?? 0) })),
    );
  }
}
