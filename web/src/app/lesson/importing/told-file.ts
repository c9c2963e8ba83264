import { DialogRef } from '@angular/cdk/dialog';
import { computed, inject, type Signal, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import type { FileReading as Reading } from '@vilko/core/formats/formats';
import type { RecordingPreview } from '@vilko/core/formats/preview';
import { sentenceOf } from '../../state/sentences';
import { lessonFeature } from '../../state/lesson';
import { FileReading } from '../../workers/file-reading';
import { type Understood, understood } from './understood';

type How = Pick<Reading, 'axes' | 'mapping'>;

/** A file about which a person is telling something: what it looks like under what has been said so far. */
export interface ToldFile {
  readonly ref: DialogRef;
  readonly handed: Signal<'right' | 'left'>;
  readonly loading: Signal<boolean>;
  readonly preview: Signal<RecordingPreview | null>;
  readonly verdict: Signal<Understood>;
  readonly remember: Signal<boolean>;
  readonly forgetOrNot: () => void;
  readonly take: () => void;
}

/**
 * What both dialogs about a file need, looked at anew each time more is told. Call it where a component is made.
 * @param how null while too little is told for a picture
 */
export function toldFile(file: File, how: Signal<How | null>): ToldFile {
  const reading = inject(FileReading);
  const ref = inject(DialogRef);
  const lesson = inject(Store).selectSignal(lessonFeature.selectLesson);
  const remember = signal(true);
  const handed = computed(() => lesson()?.pupil.handed ?? 'right');
  const looked = rxResource({
    params: () => how() ?? undefined,
    stream: ({ params }) => reading.preview(file, params),
  });
  const preview = computed(() => (how() && looked.hasValue() ? looked.value() : null));
  return {
    ref,
    handed,
    loading: computed(() => looked.isLoading()),
    preview,
    verdict: computed(() => {
      const p = preview();
      if (p) return understood(p, handed());
      const e = how() ? looked.error() : undefined;
      return { words: e ? `${sentenceOf(e)}.` : '', doubtful: true };
    }),
    remember,
    forgetOrNot: () => remember.update((r) => !r),
    take: () => ref.close({ how: how(), remember: remember() }),
  };
}
