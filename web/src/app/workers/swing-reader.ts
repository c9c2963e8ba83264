import { inject, Injectable } from '@angular/core';
import type { Pupil, SwingHead } from '@vilko/contract';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import { Analysis } from './analysis';
import type { ReadRequest, ReadView } from './read-view';

/** Which stored swing is read. */
export type StoredSwing = Pick<SwingHead, 'id' | 'club' | 'kind' | 'marks'>;

/** Fetches a stored swing and reads it off the main thread. */
@Injectable({ providedIn: 'root' })
export class SwingReader {
  private readonly api = inject(Api);
  private readonly analysis = inject(Analysis);

  /** The swing as it is drawn, and the question it answers. */
  async read(
    s: StoredSwing,
    by: ReadRequest['by'],
    pupil: Pick<Pupil, 'handed' | 'stature'>,
  ): Promise<{ request: ReadRequest; view: ReadView }> {
    const { bundle, part } = await firstValueFrom(this.api.recording(s.id));
    const marks = Array.from({ length: part + 1 }, (_, i) => (i === part ? s.marks : {}));
    const request: ReadRequest = {
      bundle,
      key: s.id,
      part,
      club: s.club,
      by,
      options: {
        handed: pupil.handed,
        club: s.club,
        kind: s.kind,
        marks,
        ...(pupil.stature ? { stature: pupil.stature } : {}),
      },
    };
    return { request, view: await this.analysis.read(request) };
  }
}
