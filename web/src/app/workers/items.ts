import { Injectable } from '@angular/core';
import type { Exercise } from '@vilko/core/reading-room/exercise';
import type { FirstCauseWish } from '@vilko/core/reading-room/first-cause';
import type { OwnExercise } from '@vilko/core/reading-room/own-exercises';
import type { ItemAnswer, ItemQuestion } from './item.worker';
import type { OwnWish } from './own-shown';
import type { ShownItem } from './shown-item';
import type { WithoutId } from './without-id';

/** Makes what is to be read, off the main thread. */
@Injectable({ providedIn: 'root' })
export class Items {
  private worker: Worker | null = null;
  private last = 0;

  /** @throws Error with a sentence when none could be made */
  async make(exercise: Exercise, wish: FirstCauseWish): Promise<ShownItem> {
    return (await this.ask({ exercise, wish }))!;
  }
  /**
   * One from a swing of the house; null where it gives none.
   * @throws Error with a sentence when the swing cannot be read
   */
  own(exercise: OwnExercise, own: OwnWish): Promise<ShownItem | null> {
    return this.ask({ exercise, own });
  }

  private ask(question: WithoutId<ItemQuestion>): Promise<ShownItem | null> {
    const worker = (this.worker ??= new Worker(new URL('./item.worker', import.meta.url), { type: 'module' }));
    const id = ++this.last;
    return new Promise((resolve, reject) => {
      const heard = ({ data }: MessageEvent<ItemAnswer>): void => {
        if (data.id !== id) return;
        worker.removeEventListener('message', heard);
        if ('item' in data) resolve(data.item);
        else reject(new Error(data.refused));
      };
      worker.addEventListener('message', heard);
      worker.postMessage({ id, ...question } satisfies ItemQuestion);
    });
  }
}
