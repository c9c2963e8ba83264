import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { type Action, Store } from '@ngrx/store';
import { ImportActions, type ImportStage } from '../state/import-actions';
import { importFeature } from '../state/importing';
import { NoticeActions, noticeFeature } from '../state/notices';

const PLAIN_SHOWN = 12_000;

const STAGES: Readonly<Record<ImportStage, string>> = {
  looking: 'Looking at',
  asking: 'About',
  sending: 'Sending',
  analysing: 'Analysing',
};

/** What was done or refused, with undo; alarms stay until they are dismissed. */
@Component({
  selector: 'vk-notices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div aria-live="polite" class="pointer-events-none fixed inset-x-0 bottom-[116px] z-50 flex justify-center px-4">
      @if (shownImport(); as file) {
        <div class="overlay-card pointer-events-auto w-[520px] px-4 py-3 text-15" role="status">
          <p class="flex items-baseline gap-4">
            <span class="min-w-0 flex-1 one-line">{{ importWords() }}</span>
            <span class="figures text-ink2">{{ left() }}</span>
            <button class="link shrink-0" (click)="cancel()">Cancel</button>
          </p>
          <div
            class="mt-2 h-1 bg-rules"
            role="progressbar"
            [attr.aria-label]="importWords()"
            aria-valuemin="0"
            aria-valuemax="100"
            [attr.aria-valuenow]="file.part === null ? null : hundredths()"
          >
            <div
              class="h-1 bg-ink2"
              [class.opacity-40]="file.part === null"
              [style.width.%]="file.part === null ? 100 : hundredths()"
            ></div>
          </div>
        </div>
      } @else if (notice(); as n) {
        <div
          class="overlay-card pointer-events-auto flex max-w-[760px] items-start gap-4 px-4 py-3 text-15"
          [class.border-alarm]="n.kind === 'alarm'"
          [attr.role]="n.kind === 'alarm' ? 'alert' : 'status'"
        >
          <p [class.text-alarm]="n.kind === 'alarm'">{{ n.text }}</p>
          @if (n.undo; as action) {
            <button class="link shrink-0 font-semibold" (click)="undo(action)">Undo</button>
          }
          <button class="shrink-0 text-ink2 hover:underline" (click)="dismiss()">Close</button>
        </div>
      }
    </div>
  `,
})
export class Notices {
  private readonly store = inject(Store);
  protected readonly notice = this.store.selectSignal(noticeFeature.selectNotice);
  protected readonly importing = this.store.selectSignal(importFeature.selectImporting);

  /** A dialog about the file says more than a line under it. */
  protected readonly shownImport = computed(() => (this.importing()?.stage === 'asking' ? null : this.importing()));
  protected readonly importWords = computed(() => {
    const i = this.importing();
    return i ? `${STAGES[i.stage]} ${i.file} …` : '';
  });
  protected readonly hundredths = computed(() => Math.round(100 * (this.importing()?.part ?? 0)));
  /** When the stage that is going on began, ms. */
  private began = { stage: '', at: 0 };
  protected readonly left = computed(() => {
    const i = this.importing();
    if (!i) return '';
    const key = i.file + i.stage;
    if (key !== this.began.stage) this.began = { stage: key, at: performance.now() };
    const gone = (performance.now() - this.began.at) / 1000;
    if (i.part === null || i.part < 0.05 || gone < 0.5) return '';
    if (i.part >= 1) return '';
    return `${this.hundredths()}%, about ${Math.max(1, Math.round((gone * (1 - i.part)) / i.part))} s left`;
  });

  constructor() {
    effect((onCleanup) => {
      if (this.notice()?.kind !== 'plain') return;
      const timer = setTimeout(() => this.dismiss(), PLAIN_SHOWN);
      onCleanup(() => clearTimeout(timer));
    });
  }

  protected cancel(): void {
    this.store.dispatch(ImportActions.cancelImport());
  }
  protected undo(action: Action): void {
    this.store.dispatch(action);
    this.store.dispatch(NoticeActions.undone());
  }
  protected dismiss(): void {
    this.store.dispatch(NoticeActions.dismiss());
  }
}
