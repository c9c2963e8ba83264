import { inject, Injectable } from '@angular/core';
import type { Pupil } from '@vilko/contract/pupil';
import type { SwingHead } from '@vilko/contract/swing';
import type { SwingTraces } from '@vilko/core/traces/swing-traces';
import type { SmallestChange } from '@vilko/core/what-if/smallest-change';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import { Analysis } from './analysis';
import type { ReadRequest, ReadView } from './read-view';
import type { StoredRecording, WhatIfRequest, WhatIfView } from './what-if-view';

/** Which stored swing is read. */
export type StoredSwing = Pick<SwingHead, 'id' | 'club' | 'kind' | 'tag' | 'marks' | 'doubt'>;

/**
 * Fetches what the server has read in a stored swing, and judges it off the main thread. Only a swing that is to be
 * altered is fetched as a recording and analysed here.
 */
@Injectable({ providedIn: 'root' })
export class SwingReader {
  private readonly api = inject(Api);
  private readonly analysis = inject(Analysis);
  /** The recording that was altered last: a slider asks for it many times. */
  private last: { readonly id: string; readonly stored: StoredRecording } | null = null;

  /** The swing as it is drawn, and the question it answers. */
  async read(
    s: StoredSwing,
    by: ReadRequest['by'],
    pupil: Pick<Pupil, 'handed' | 'stature'>,
  ): Promise<{ request: ReadRequest; view: ReadView }> {
    const request: ReadRequest = {
      id: s.id,
      club: s.club,
      by,
      options: { handed: pupil.handed, kind: s.kind, ...(pupil.stature ? { stature: pupil.stature } : {}) },
      marks: s.marks,
      tag: s.tag,
      doubt: s.doubt,
    };
    const traces = await firstValueFrom(this.api.ask('traces', { id: s.id }));
    return { request, view: await this.analysis.read(traces, request) };
  }

  /** What is drawn of the swing and what was measured in it; nobody judges it. */
  async traces({ id }: Pick<SwingHead, 'id'>): Promise<SwingTraces> {
    return this.analysis.unpack(await firstValueFrom(this.api.ask('traces', { id })));
  }

  /** The swing altered. */
  async whatIf(request: ReadRequest, whatIf: WhatIfRequest): Promise<WhatIfView> {
    return this.analysis.whatIf(await this.recording(request), request, whatIf);
  }

  /** The smallest changes that remove a finding of the swing. */
  async smallest(
    request: ReadRequest,
    without: string,
    progress: (done: number) => void,
  ): Promise<readonly SmallestChange[]> {
    return this.analysis.smallest(await this.recording(request), request, without, progress);
  }

  private async recording({ id }: ReadRequest): Promise<StoredRecording> {
    if (this.last?.id !== id) this.last = { id, stored: await firstValueFrom(this.api.recording(id)) };
    return this.last.stored;
  }
}
