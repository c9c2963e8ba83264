import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { deviceWords } from '../device-words';
import { Api } from '../state/api';
import { AloneDesk } from './alone-desk';

/** How often it is looked whether a device has been switched on, ms. */
const LOOK = 3000;

/** Who practises: one press, no password and no record. */
@Component({
  selector: 'vk-alone-who',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <h1 class="text-40 leading-[48px] font-semibold">Who practises?</h1>
    @if (desk.home(); as h) {
      @if (h.running; as r) {
        <p class="mt-4 text-18">
          {{ nameOf(r.pupilId) }} has begun and not ended.
          <button class="main-button ml-2 min-h-11" [disabled]="desk.busy()" (click)="desk.goOn()">Go on</button>
        </p>
      }
      <ul class="mt-5 grid max-w-[860px] grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-3">
        @for (p of h.pupils; track p.id) {
          <li>
            <button
              class="plain-button block min-h-16 w-full text-left text-18"
              [disabled]="desk.busy() || h.running !== null"
              (click)="desk.choose(p.id)"
            >
              {{ p.name }}
            </button>
          </li>
        } @empty {
          <li class="text-18 text-ink2">
            Nobody is known here yet.
            @if (h.home) {
              Take in the file that your instructor gave you.
            }
          </li>
        }
      </ul>
      <p class="mt-6 text-18" [class.text-ink2]="h.bay !== null" role="status">
        {{ h.bay ? h.bay.name + ': ' + device() + ', ready.' : h.why }}
      </p>
      @if (h.home) {
        <label class="plain-button mt-4 inline-flex min-h-11 items-center text-15"
          >Take in a file from your instructor<input
            class="sr-only"
            type="file"
            accept=".zip"
            (change)="take($any($event.target))"
        /></label>
      }
      @if (came(); as c) {
        <p class="mt-2 text-15" role="status">{{ c }}</p>
      }
    } @else if (!desk.failed()) {
      <p class="mt-4 text-18 text-ink2" role="status">Looking who is here …</p>
    }
  `,
})
export class Who {
  protected readonly desk = inject(AloneDesk);
  private readonly api = inject(Api);
  protected readonly came = signal('');
  protected readonly device = computed(() => deviceWords(this.desk.home()?.bay?.device ?? ''));

  constructor() {
    void this.desk.look();
    const timer = setInterval(() => void this.desk.look(), LOOK);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }
  protected nameOf(id: string): string {
    return this.desk.home()?.pupils.find((p) => p.id === id)?.name ?? 'Somebody';
  }
  protected take(input: HTMLInputElement): void {
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    void this.desk.doing(async () => {
      const { pupils, lessons, there } = await firstValueFrom(this.api.ask('restoreFile', { name: file.name }, file));
      this.came.set(
        pupils || lessons ? 'Taken in.' : there ? 'All of it was here already.' : 'There was nothing in this file.',
      );
      await this.desk.look();
    });
  }
}
