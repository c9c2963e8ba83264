import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import type { LogEntry, LogFilm } from '@vilko/contract/practice';
import { PracticeActions } from '../../state/practice';
import { FilmMarks } from './film-marks';

/** Opens a film of the logbook and keeps the marks made on it. */
@Injectable({ providedIn: 'root' })
export class FilmWatch {
  private readonly dialog = inject(Dialog);
  private readonly store = inject(Store);

  watch(entry: LogEntry): void {
    this.dialog
      .open<LogFilm['marks']>(FilmMarks, { data: entry, ariaLabel: 'Film, marked by the eye' })
      .closed.subscribe((marks) => marks && this.store.dispatch(PracticeActions.markFilm({ id: entry.id, marks })));
  }
}
