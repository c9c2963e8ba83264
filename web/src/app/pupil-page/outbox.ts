import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { SHARED_ADDRESSES as AT } from '@vilko/contract/endpoints/shared-addresses';
import type { Endpoints } from '@vilko/contract/endpoints/table';
import type { SharedAct, SharedPage } from '@vilko/contract/share';
import { firstValueFrom } from 'rxjs';
import { ask } from '../state/ask';
import { sentenceOf } from '../state/sentences';
import { KeptHere, LINK_TOKEN } from './kept-here';

/** What was written and is not with the instructor yet; with a sentence where it was refused. */
export interface Waiting {
  readonly act: SharedAct & { readonly id: string; readonly at: string };
  readonly refused: string | null;
}

/** A page as it was when there was a network. */
interface KeptPage {
  readonly page: SharedPage;
  /** ISO 8601 */
  readonly at: string;
}

/** Tried again so often while something waits, ms. */
const AGAIN = 20_000;

/** No answer, or none that will be the same the next time: it is tried again. */
const passing = (e: unknown): boolean =>
  !(e instanceof HttpErrorResponse) || e.status === 0 || e.status === 429 || e.status >= 500;

/**
 * The page behind a link with and without a network: what was written is kept in this browser until it has been taken,
 * and goes by itself. Each entry has an id of its own: sent twice it counts once.
 */
@Injectable()
export class Outbox {
  private readonly http = inject(HttpClient);
  private readonly token = inject(LINK_TOKEN);
  private readonly here = inject(KeptHere);
  private readonly list = signal<readonly Waiting[]>(this.here.read<Waiting[]>('waiting') ?? []);
  private readonly kept = signal(this.here.read<KeptPage>('page'));
  private under: Promise<void> | null = null;
  readonly waiting = this.list.asReadonly();
  /** The page, with what waits on its days. */
  readonly page = computed((): SharedPage | null => {
    const page = this.kept()?.page;
    return page ? { ...page, days: page.days.map((d) => ({ ...d, did: this.ticked(d.block, d.did) })) } : null;
  });
  /** When the page came that is shown without a network; null while there is one. */
  readonly since = signal<string | null>(null);
  readonly sending = signal(false);

  constructor() {
    const again = (): void => void (this.list().some((w) => w.refused === null) && this.send());
    const timer = setInterval(again, AGAIN);
    addEventListener('online', again);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(timer);
      removeEventListener('online', again);
    });
  }

  /**
   * Fetches the page; without a network the one that is kept here stands.
   * @returns a sentence where there is nothing to show
   */
  async open(): Promise<string | null> {
    try {
      this.came(await firstValueFrom(ask<Endpoints['shared']>(this.http, AT.shared, { token: this.token })));
      void this.send();
      return null;
    } catch (e) {
      const kept = this.kept();
      if (passing(e) && kept) {
        this.since.set(kept.at);
        return null;
      }
      if (!passing(e)) this.forget();
      return sentenceOf(e);
    }
  }
  /** Keeps what was written, and sends it as soon as that can be. */
  async post(act: SharedAct): Promise<void> {
    this.keep([
      ...this.list(),
      { act: { ...act, id: crypto.randomUUID(), at: new Date().toISOString() }, refused: null },
    ]);
    await this.send();
  }
  /** Lets go of something that was refused. */
  drop(id: string): void {
    this.keep(this.list().filter((w) => w.act.id !== id));
  }
  /** The page came, by whatever was asked. */
  came(page: SharedPage): void {
    const kept = { page, at: new Date().toISOString() };
    this.kept.set(kept);
    this.here.write('page', kept);
    this.since.set(null);
  }

  private send(): Promise<void> {
    this.under ??= this.sendAll().finally(() => {
      this.under = null;
      this.sending.set(false);
    });
    return this.under;
  }
  /** One after the other, as they were written; what was refused stays with its sentence. */
  private async sendAll(): Promise<void> {
    this.sending.set(true);
    for (let w = this.next(); w; w = this.next()) {
      try {
        const { act } = w;
        const at = { token: this.token };
        this.came(await firstValueFrom(ask<Endpoints['actOnShared']>(this.http, AT.actOnShared, at, act)));
        this.drop(act.id);
      } catch (e) {
        if (passing(e)) {
          this.since.set(this.kept()?.at ?? null);
          return;
        }
        const refused = sentenceOf(e);
        this.keep(this.list().map((x) => (x === w ? { ...x, refused } : x)));
      }
    }
  }
  private next(): Waiting | undefined {
    return this.list().find((w) => w.refused === null);
  }
  private ticked(block: string, did: SharedPage['days'][number]['did']): typeof did {
    const last = this.list().findLast(
      ({ act, refused }) => refused === null && act.act === 'tick' && act.block === block,
    );
    return last?.act.act === 'tick' ? last.act.did : did;
  }
  private keep(list: readonly Waiting[]): void {
    this.list.set(list);
    this.here.write('waiting', list.length ? list : null);
  }
  /** The link opens nothing any more: nothing of the page stays here but what could not be sent. */
  private forget(): void {
    this.kept.set(null);
    this.here.write('page', null);
  }
}
