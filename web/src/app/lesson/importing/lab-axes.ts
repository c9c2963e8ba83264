import { DIALOG_DATA } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { LoadTrace } from './load-trace';
import { StancePlan } from './stance-plan';
import { toldFile } from './told-file';

const AXES = ['+x', '-x', '+y', '-y', '+z', '-z'] as const;
type Axis = (typeof AXES)[number];

/** Which way a laboratory's axes lie, with feet and target drawn so that a wrong choice is seen at once. */
@Component({
  selector: 'vk-lab-axes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadTrace, StancePlan],
  template: `
    <form class="overlay-card w-[760px] p-6 text-15" (submit)="$event.preventDefault(); told.take()">
      <h2 class="text-18 font-semibold">Lab axes of {{ data.file.name }}</h2>
      <p class="text-ink2">
        Every laboratory lays its axes as it likes. Right is: toes and ball up, feet side by side, the load on L at the
        end.
      </p>
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
          @if (told.preview(); as p) {
            <vk-load-trace class="mt-4 h-[176px]" [preview]="p" [handed]="told.handed()" />
          }
        </div>
        <div class="min-h-[220px]">
          @if (told.preview(); as p) {
            <vk-stance-plan [preview]="p" [handed]="told.handed()" />
          } @else {
            <p class="grid h-[220px] place-items-center bg-sheet px-6 text-center text-ink2">
              {{ told.loading() ? 'Drawing the feet …' : '' }}
            </p>
          }
        </div>
      </div>
      <p class="mt-3 min-h-6" role="status" [class.text-alarm]="told.verdict().doubtful">{{ told.verdict().words }}</p>
      <div class="mt-3 flex items-center gap-4">
        <button class="plain-button" [disabled]="!told.preview()">Read with these axes</button>
        <label class="flex items-center gap-2"
          ><input type="checkbox" [checked]="told.remember()" (change)="told.forgetOrNot()" /> and all files of this
          laboratory</label
        >
        <button type="button" class="link ml-auto" (click)="told.ref.close()">Do not read it</button>
      </div>
    </form>
  `,
})
export class LabAxesDialog {
  protected readonly data = inject<{ file: File }>(DIALOG_DATA);
  protected readonly axes = AXES;
  protected readonly ball = signal<Axis>('+x');
  protected readonly left = signal<Axis>('+y');
  private readonly text = computed(() => `ball=${this.ball()},left=${this.left()}`);
  protected readonly told = toldFile(
    this.data.file,
    computed(() => ({ axes: this.text() })),
  );

  /** With a real minus sign. */
  protected words(a: Axis): string {
    return `lab ${a.replace('-', '−')}`;
  }
}
