import { TestBed } from '@angular/core/testing';
import { firstValueFrom, lastValueFrom, tap } from 'rxjs';
import { Api } from './api';
import { provideHttp } from './http';

/** Everything that was asked by fetch, instead of asking it. */
function fetched(): RequestInit[] {
  const seen: RequestInit[] = [];
  spyOn(globalThis, 'fetch').and.callFake((_, init) => {
    seen.push(init!);
    return Promise.resolve(new Response('{}', { status: 500 }));
  });
  return seen;
}

describe('the way to the server', () => {
  let api: Api;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideHttp()] });
    api = TestBed.inject(Api);
  });

  it('lets go on what is to be kept though the page is closed, as far as a browser carries it', async () => {
    const seen = fetched();
    const change = (notes: string) => firstValueFrom(api.ask('changeLesson', { id: 'l' }, { notes }));
    await change('Stay over it').catch(() => null);
    await change('ö'.repeat(9000)).catch(() => null);
    await firstValueFrom(api.ask('lesson', { id: 'l' })).catch(() => null);
    expect(seen.map((r) => [r.method, r.keepalive])).toEqual([
      ['PATCH', true],
      ['PATCH', false],
      ['GET', false],
    ]);
  });

  it('says how much of a file has been sent, which fetch cannot', async () => {
    const parts: unknown[] = [];
    const file = new Blob([new Uint8Array(100_000)]) as File;
    const sent = api.askWithProgress('importRecording', { id: 'l', name: 'a.csv' }, file);
    // nothing answers here: what has been sent is told before the refusal
    await lastValueFrom(sent.pipe(tap((x) => parts.push(x)))).catch(() => null);
    expect(parts.at(-1)).toBe(1);
  });
});
