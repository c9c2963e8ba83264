import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import { lessonFeature } from '../../state/lesson';
import { sentenceOf } from '../../state/api';
import { FileReading } from '../../workers/file-reading';
import { LoadTrace } from './load-trace';
import { StancePlan } from './stance-plan';
import { understood } from './understood';

const AXES = ['+x', '-x', '+y', '-y', '+z', '-z'] as const;
type Axis = (typeof AXES)[number];

/** Which way a laboratory's axes lie, with feet and target drawn so that a wrong choice is seen at once. */
@Component({
  selector: 'vk-lab-axes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadTrace, StancePlan],
  template: `
    <form class="overlay-card w-[760px] p-6 text-15" (submit)="$event.preventDefault(); take()">
      <h2 class="text-18 font-semibold">Lab axes of {{ data.file.name }}</h2>
      <p class="text-ink2">Every laboratory lays its axes as it likes. Right is: toes and ball up, feet side by side, the load on L at the end.</p>
      <div class="mt-4 grid grid-cols-[1fr_1fr] gap-x-6">
        <div>
          <div class="grid grid-cols-2 gap-3">
            <label class="field"
              >The ball lies toward
              <select name="ball" [value]="ball()" (change)="ball.set($any($event.target).value)">
                @for (a of axes; track a) {
                  <option [value]="a" [selected]="a === ball()">{{ words(a) }}</option>
                }
              </select></label
            >
            <label class="field"
              >The golfer’s left is toward
              <select name="left" [value]="left()" (change)="left.set($any($event.target).value)">
                @for (a of axes; track a) {
                  <option [value]="a" [selected]="a === left()">{{ words(a) }}</option>
                }
              </select></label
            >
          </div>
          @if (preview(); as p) {
            <vk-load-trace class="mt-4 h-[176px]" [preview]="p" [handed]="handed()" />
          }
        </div>
        <div class="min-h-[220px]">
          @if (preview(); as p) {
            <vk-stance-plan [preview]="p" [handed]="handed()" />
          } @else {
            <p class="grid h-[220px] place-items-center bg-sheet px-6 text-center text-ink2">{{ looked.isLoading() ? 'Drawing the feet …' : '' }}</p>
          }
        </div>
      </div>
      <p class="mt-3 min-h-6" role="status" [class.text-alarm]="verdict().doubtful">{{ verdict().words }}</p>
      <div class="mt-3 flex items-center gap-4">
        <button class="plain-button" [disabled]="!preview()">Read with these axes</button>
        <label class="flex items-center gap-2"
          ><input type="checkbox" [checked]="remember()" (change)="remember.set(!remember())" /> and all files of this laboratory</label
        >
        <button type="button" class="link ml-auto" (click)="ref.close()">Do not read it</button>
      </div>
    </form>
  `,
})
export class LabAxesDialog {
  protected readonly data = inject<{ file: File }>(DIALOG_DATA);
  protected readonly ref = inject(DialogRef);
  private readonly reading = inject(FileReading);
  private readonly lesson = inject(Store).selectSignal(lessonFeature.selectLesson);
  protected readonly axes = AXES;
  protected readonly ball = signal<Axis>('+x');
  protected readonly left = signal<Axis>('+y');
  protected readonly remember = signal(true);
  protected readonly handed = computed(() => this.lesson()?.pupil.handed ?? 'right');
  private readonly text = computed(() => `ball=${this.ball()},left=${this.left()}`);
  protected readonly looked = rxResource({ params: () => this.text(), stream: ({ params }) => this.reading.preview(this.data.file, { axes: params }) });
  protected readonly preview = computed(() => (this.looked.hasValue() ? this.looked.value() : null));
  protected readonly verdict = computed(() => {
    const p = this.preview();
    if (p) return understood(p, this.handed());
    const e = this.looked.error();
    return { words: e ? `${sentenceOf(e)}.` : '', doubtful: true };
  });

  /** With a real minus sign. */
  protected words(a: Axis): string {
    return `lab ${a.replace('-', '−')}`;
  }
  protected take(): void {
    this.ref.close({ how: { axes: this.text() }, remember: this.remember() });
  }
}
