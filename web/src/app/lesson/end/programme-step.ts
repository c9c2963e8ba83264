import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { standingWords, testWords } from '../../programme-words';
import { answerOf } from '../../state/answer';
import { Api } from '../../state/api';
import { NoticeActions } from '../../state/notices';
import { sentenceOf } from '../../state/sentences';

/** Where a pupil stands in the programme they follow, and the press that moves them on; else nothing. */
@Component({
  selector: 'vk-programme-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  host: { class: 'block' },
  template: `
    @if (followed.value(); as on) {
      @let f = on.follower;
      @let p = on.programme;
      <p>
        <a class="link" routerLink="/office/programmes">{{ p.name }}</a>, step {{ f.step + 1 }} of {{ p.steps.length }}:
        <strong class="font-semibold">{{ p.steps[f.step]?.name }}</strong>; {{ standing(f.standing) }}; test
        {{ test(f) }}.
        <button class="link ml-1" [disabled]="working()" (click)="moveOn(f.id)">
          {{ f.step + 1 < p.steps.length ? 'Move on' : 'It is through' }}
        </button>
      </p>
    }
  `,
})
export class ProgrammeStepLine {
  readonly pupilId = input.required<string>();
  /** Changes whenever the lesson has changed. */
  readonly anew = input<unknown>();
  /** A test may have been booked. */
  readonly moved = output();
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly version = signal(0);
  protected readonly followed = answerOf('followed', () => {
    this.version();
    this.anew();
    return { id: this.pupilId() };
  });
  protected readonly standing = standingWords;
  protected readonly test = testWords;
  protected readonly working = signal(false);

  protected moveOn(id: string): void {
    this.working.set(true);
    this.api.ask('moveFollower', { id }, { act: 'on' }).subscribe({
      next: ({ said }) => {
        this.working.set(false);
        if (said) this.store.dispatch(NoticeActions.say({ text: said, kind: 'plain' }));
        this.version.update((v) => v + 1);
        this.moved.emit();
      },
      error: (e: unknown) => {
        this.working.set(false);
        this.store.dispatch(NoticeActions.say({ text: sentenceOf(e), kind: 'alarm' }));
      },
    });
  }
}
