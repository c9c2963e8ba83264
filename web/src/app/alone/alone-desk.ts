import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { AloneEnd, AloneHome, AlonePast, AloneToday } from '@vilko/contract/alone';
import { capital } from '@vilko/core/words/case';
import { firstValueFrom } from 'rxjs';
import { today } from '../lesson/practise/day-words';
import { Api } from '../state/api';
import { LessonActions } from '../state/lesson';
import { Live } from '../state/live';
import { sentenceOf } from '../state/sentences';

/** The way through a practice alone, in order. */
export const STEPS = ['who', 'ready', 'today', 'train', 'end', 'done'] as const;
export type AloneStep = (typeof STEPS)[number];

/** Where somebody stands in practising alone, and what the server says of it. */
@Injectable({ providedIn: 'root' })
export class AloneDesk {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly live = inject(Live);
  readonly step = signal<AloneStep>('who');
  readonly home = signal<AloneHome | null>(null);
  readonly now = signal<AloneToday | null>(null);
  readonly lessonId = signal<string | null>(null);
  readonly kept = signal<AlonePast | null>(null);
  readonly failed = signal<string | null>(null);
  readonly busy = signal(false);
  readonly pupil = computed(() => this.now()?.pupil ?? null);

  /** Asks who may practise here, and where. */
  look(): Promise<void> {
    return this.doing(async () => {
      const home = await firstValueFrom(this.api.ask('aloneHome'));
      this.home.set(home);
      if (home.bay) this.live.use(home.bay.id);
    }, false);
  }
  /** Somebody says who they are. */
  choose(pupilId: string): Promise<void> {
    return this.doing(async () => {
      await this.read(pupilId);
      this.step.set('ready');
    });
  }
  /** What is to be done today, anew. */
  async read(pupilId: string): Promise<void> {
    const now = await firstValueFrom(this.api.ask('aloneToday', { pupilId, day: today() }));
    this.now.set(now);
  }
  /** Takes the empty boards as zero. @returns a sentence where they would not be */
  async zero(bay: string): Promise<string | null> {
    try {
      await firstValueFrom(this.api.ask('zeroBay', { bay }));
      return null;
    } catch (e) {
      return capital(sentenceOf(e));
    }
  }
  begin(): Promise<void> {
    return this.doing(async () => {
      const [pupil, bay] = [this.pupil()!, this.home()!.bay!];
      const { lessonId } = await firstValueFrom(this.api.ask('beginAlone', { pupilId: pupil.id }, { bay: bay.id }));
      this.open(lessonId);
    });
  }
  /** Goes on with what was begun before. */
  goOn(): Promise<void> {
    return this.doing(async () => {
      const { lessonId, pupilId, bay } = this.home()!.running!;
      this.live.use(bay);
      await this.read(pupilId);
      this.open(lessonId);
    });
  }
  end(how: AloneEnd): Promise<void> {
    return this.doing(async () => {
      const lessonId = this.lessonId()!;
      this.kept.set(await firstValueFrom(this.api.ask('endAlone', { lessonId }, how)));
      this.step.set('done');
    });
  }
  /** Back to the beginning, for whoever comes next. */
  leave(): Promise<void> {
    this.now.set(null);
    this.lessonId.set(null);
    this.kept.set(null);
    this.step.set('who');
    return this.look();
  }

  private open(lessonId: string): void {
    this.lessonId.set(lessonId);
    this.store.dispatch(LessonActions.open({ id: lessonId }));
    this.step.set('train');
  }
  /** Does something, and keeps the sentence of what went wrong. */
  async doing(what: () => Promise<void>, said = true): Promise<void> {
    if (said) this.busy.set(true);
    try {
      await what();
      this.failed.set(null);
    } catch (e) {
      this.failed.set(capital(sentenceOf(e)));
    } finally {
      if (said) this.busy.set(false);
    }
  }
}
