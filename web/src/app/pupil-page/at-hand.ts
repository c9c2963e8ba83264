import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { addressIn, pathOf } from '@vilko/contract/endpoints/path';
import { SHARED_ADDRESSES as AT } from '@vilko/contract/endpoints/shared-addresses';
import { PAGES, PARTS } from '../../page-worker/caches';
import { KeptHere, LINK_TOKEN } from './kept-here';

/** A browser's offer to put a page on the home screen. */
interface InstallOffer extends Event {
  prompt(): Promise<unknown>;
}

/** Where the worker lies that opens pages without a network, and which pages are its own. */
const WORKER = '/page-worker.js';
const SCOPE = '/shared/';

/**
 * The page at hand: on the home screen, and open without a network. Browsers allow it only to pages that came over
 * https, or from the same machine; elsewhere the page works as long as it stays open.
 */
@Injectable()
export class AtHand {
  private readonly token = inject(LINK_TOKEN);
  private readonly here = inject(KeptHere);
  private offer: InstallOffer | null = null;
  /** The browser offers to put it on the home screen. */
  readonly offered = signal(false);

  constructor() {
    const offered = (e: Event): void => {
      e.preventDefault();
      this.offer = e as InstallOffer;
      this.offered.set(true);
    };
    addEventListener('beforeinstallprompt', offered);
    inject(DestroyRef).onDestroy(() => removeEventListener('beforeinstallprompt', offered));
  }

  /** Says what the page is as an application, and keeps its files for when there is no network. */
  async begin(): Promise<void> {
    const link = document.createElement('link');
    link.rel = 'manifest';
    link.href = pathOf(addressIn(AT.sharedManifest).path, { token: this.token });
    document.head.append(link);
    if (!('serviceWorker' in navigator)) return;
    try {
      await navigator.serviceWorker.register(WORKER, { scope: SCOPE });
      // what was loaded before the worker was there has not gone through it
      const parts = await caches.open(PARTS);
      const loaded = performance.getEntriesByType('resource').map((r) => new URL(r.name));
      const own = loaded.filter((u) => u.origin === location.origin && /\.(js|css|woff2?|svg)$/.test(u.pathname));
      await Promise.allSettled([...new Set(own.map((u) => u.href))].map((u) => parts.add(u)));
      await (await caches.open(PAGES)).add(location.pathname);
    } catch {
      // a browser that does not allow it: the page works as long as it stays open
    }
  }
  async install(): Promise<void> {
    await this.offer?.prompt();
    this.offer = null;
    this.offered.set(false);
  }
  /** Nothing of the page stays in this browser. */
  async forget(): Promise<void> {
    this.here.forget();
    if (!('caches' in window)) return;
    for (const name of await caches.keys()) {
      const cache = await caches.open(name);
      for (const r of await cache.keys()) if (r.url.includes(this.token)) await cache.delete(r);
    }
  }
}
