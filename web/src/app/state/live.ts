import { inject, Injectable, signal } from '@angular/core';
import type { LiveMessage } from '@vilko/contract/bay';
import { type LiveFrame, unpackLive } from '@vilko/contract/live-frame';
import { Store } from '@ngrx/store';
import { BayActions } from './bay';
import { LessonActions } from './lesson';

const AGAIN_AFTER = 1500;
/** How the server hangs up on who asks for what is not there. */
const REFUSED = 1008;
/** Under which a tab remembers its bay. */
const BAY = 'vilko.bay';

/** The live socket: words go into the store, pictures stay outside it and only the newest is kept. */
@Injectable({ providedIn: 'root' })
export class Live {
  private readonly store = inject(Store);
  private socket: WebSocket | null = null;
  private wanted = false;
  private newest: ArrayBuffer | null = null;
  private readonly listeners = new Set<() => void>();

  /** The bay of this screen, where one was chosen; else the house's first. */
  private bay = sessionStorage.getItem(BAY);

  readonly mat = signal<{ rows: number; cols: number; pitch: number } | null>(null);

  /** The newest picture, once: null when it was taken already. */
  take(): LiveFrame | null {
    const bytes = this.newest;
    this.newest = null;
    return bytes && unpackLive(bytes);
  }

  onFrame(f: () => void): () => void {
    this.listeners.add(f);
    return () => this.listeners.delete(f);
  }

  connect(): void {
    this.wanted = true;
    if (this.socket) return;
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const path = this.bay ? `/api/bays/${encodeURIComponent(this.bay)}/live` : '/api/live';
    const socket = new WebSocket(`${scheme}://${location.host}${path}`);
    this.socket = socket;
    socket.binaryType = 'arraybuffer';
    socket.onopen = () => this.store.dispatch(BayActions.liveConnection({ up: true }));
    socket.onmessage = ({ data }: MessageEvent<ArrayBuffer | string>) =>
      typeof data === 'string' ? this.hear(data) : this.see(data);
    socket.onclose = ({ code }) => {
      if (this.socket !== socket) return;
      this.socket = null;
      // the bay of this screen is gone: the house's first is shown
      if (code === REFUSED) this.remember(null);
      this.store.dispatch(BayActions.liveConnection({ up: false }));
      if (this.wanted) setTimeout(() => this.wanted && this.connect(), AGAIN_AFTER);
    };
  }

  /** This screen shows another bay from now on. */
  use(bay: string): void {
    this.remember(bay);
    const old = this.socket;
    this.socket = null;
    this.newest = null;
    old?.close();
    this.connect();
  }
  private remember(bay: string | null): void {
    this.bay = bay;
    if (bay === null) sessionStorage.removeItem(BAY);
    else sessionStorage.setItem(BAY, bay);
  }

  private see(data: ArrayBuffer): void {
    this.newest = data;
    for (const f of this.listeners) f();
  }

  private hear(data: string): void {
    // said by this house's own server, in the words of the contract; a newer one may say what is not known here
    const message = JSON.parse(data) as LiveMessage;
    if (message.type === 'bay') {
      this.mat.set(message.mat);
      this.store.dispatch(BayActions.bayCame({ bay: message.bay }));
    } else if (message.type === 'set-up') this.store.dispatch(BayActions.setUpCame({ setUp: message.setUp }));
    else if (message.type === 'behind') this.store.dispatch(BayActions.workBehindCame({ work: message.work }));
    else if (message.type === 'room') this.store.dispatch(BayActions.roomCame({ room: message.room }));
    else if (message.type === 'swing left') this.store.dispatch(LessonActions.swingLeft({ swing: message.swing }));
    else if (message.type === 'swing') this.store.dispatch(LessonActions.swingArrived({ swing: message.swing }));
  }
}
