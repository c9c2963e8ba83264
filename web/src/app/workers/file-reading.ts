import { Injectable } from '@angular/core';
import type { FileReading as How } from '@vilko/core/formats/formats';
import type { RecordingPreview } from '@vilko/core/formats/preview';
import { Observable } from 'rxjs';
import type { Look, ReadingAnswer, ReadingQuestion } from './reading.worker';

type Said = Pick<How, 'axes' | 'mapping'>;

/** Reads files off the main thread; to leave an answer unheard ends the reading. */
@Injectable({ providedIn: 'root' })
export class FileReading {
  look(file: File): Observable<Look> {
    return this.asked({ ask: 'look', file }, (a) => ('look' in a ? a.look : undefined));
  }
  preview(file: File, how: Said): Observable<RecordingPreview> {
    return this.asked({ ask: 'preview', file, how }, (a) => ('preview' in a ? a.preview : undefined));
  }
  private asked<T>(question: ReadingQuestion, pick: (a: ReadingAnswer) => T | undefined): Observable<T> {
    return new Observable<T>((to) => {
      const worker = new Worker(new URL('./reading.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<ReadingAnswer>) => {
        if ('refused' in data) {
          to.error(new Error(data.refused));
          return;
        }
        const answer = pick(data);
        if (answer === undefined) return;
        to.next(answer);
        to.complete();
      };
      worker.onerror = () => to.error(new Error('it could not be read'));
      worker.postMessage(question);
      return () => worker.terminate();
    });
  }
}
