import { inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Pupil } from '@vilko/contract/pupil';
import type { SwingHead } from '@vilko/contract/swing';
import { DEFAULT_PATTERN, patternOf } from '@vilko/core/patterns/library';
import { hasHorizontal } from '@vilko/core/recording/device-kinds';
import type { ClubClass } from '@vilko/core/recording/recording';
import { firstValueFrom } from 'rxjs';
import { Api } from '../../state/api';
import { lessonFeature } from '../../state/lesson';
import { SwingReader } from '../../workers/swing-reader';
import type { ReadView } from '../../workers/read-view';

/** What a swing's drawing needs to know of who made it. */
type Player = Pick<Pupil, 'name' | 'handed' | 'stature'>;

/** A real swing over which a pattern's bands are drawn. */
export interface ModelSwing {
  readonly view: ReadView;
  readonly words: string;
}

/** Finds a swing with a club to draw bands over: the open lesson's, else the newest anywhere; starred before others. */
@Injectable()
export class ModelSwings {
  private readonly api = inject(Api);
  private readonly reader = inject(SwingReader);
  private readonly open = inject(Store).selectSignal(lessonFeature.selectLesson);
  private readonly rack = inject(Store).selectSignal(lessonFeature.selectRack);
  readonly model = signal<ModelSwing | null>(null);
  /** What is being done, or why there is none. */
  readonly state = signal<'looking' | 'ready' | 'none'>('looking');
  private asked = 0;

  async find(club: ClubClass): Promise<void> {
    const n = ++this.asked;
    this.state.set('looking');
    const found = await this.swingWith(club).catch(() => null);
    if (n !== this.asked) return;
    if (!found) {
      this.model.set(null);
      this.state.set('none');
      return;
    }
    const { swing: s, pupil } = found;
    const { view } = await this.reader.read(s, { pattern: patternOf(DEFAULT_PATTERN) }, pupil);
    if (n !== this.asked) return;
    this.model.set({ view: { ...view, mat: null }, words: `over swing ${s.number} of ${pupil.name}, ${s.clubName}` });
    this.state.set('ready');
  }

  private async swingWith(club: ClubClass): Promise<{ swing: SwingHead; pupil: Player } | null> {
    const best = (swings: readonly SwingHead[]) => {
      const whole = swings.filter((s) => s.club === club && s.kind === 'full' && s.thumbnail !== null);
      // every stave can be drawn where there are forces
      const full = whole.filter((s) => hasHorizontal(s.device));
      const from = full.length ? full : whole;
      return from.findLast((s) => s.starred) ?? from.findLast((s) => s.mainFault === null) ?? from.at(-1);
    };
    const lesson = this.open();
    const here = lesson && best(this.rack());
    if (here && hasHorizontal(here.device)) return { swing: here, pupil: lesson.pupil };
    const pupils = await firstValueFrom(this.api.ask('pupils'));
    let second: { swing: SwingHead; pupil: Player } | null = null;
    for (const pupil of pupils.filter((p) => !p.archived && p.lessons.some((l) => l.swings > 0))) {
      const swing = best(await firstValueFrom(this.api.ask('swingsOf', { id: pupil.id })));
      if (swing && hasHorizontal(swing.device)) return { swing, pupil };
      if (swing) second ??= { swing, pupil };
    }
    return second;
  }
}
