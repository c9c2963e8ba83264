import {
  FetchBackend,
  HttpBackend,
  type HttpEvent,
  type HttpRequest,
  HttpXhrBackend,
  provideHttpClient,
} from '@angular/common/http';
import { type EnvironmentProviders, inject, Injectable, type Provider } from '@angular/core';
import type { Observable } from 'rxjs';

/**
 * What is kept goes by fetch, which carries on though the page is closed the moment after; what is large goes by
 * XMLHttpRequest, which alone says how much of it has been sent.
 */
@Injectable()
export class EitherBackend implements HttpBackend {
  private readonly fetched = inject(FetchBackend);
  private readonly told = inject(HttpXhrBackend);

  handle(request: HttpRequest<unknown>): Observable<HttpEvent<unknown>> {
    return (request.reportProgress ? this.told : this.fetched).handle(request);
  }
}

/** The way to the server. */
export const provideHttp = (): (Provider | EnvironmentProviders)[] => [
  provideHttpClient(),
  FetchBackend,
  { provide: HttpBackend, useClass: EitherBackend },
];
