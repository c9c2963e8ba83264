import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { ADDRESSES } from '@vilko/contract/endpoints/addresses';
import { addressIn, pathOf } from '@vilko/contract/endpoints/path';
import { capital } from '@vilko/core/words/case';
import { counted } from '@vilko/core/words/amounts';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import { sentenceOf } from '../state/sentences';

const LINK = 'vilko alone link';

/** A practice on its way to the instructor: as a file, or over the network through the link of the pupil's page. */
@Component({
  selector: 'vk-take-along',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2 text-15">
      <a class="plain-button inline-flex min-h-11 items-center" [href]="file()" download>Save as a file</a>
      <label class="field w-[280px] text-15"
        >Link of your page
        <input
          type="url"
          placeholder="https://…/shared/…"
          [value]="link()"
          (input)="link.set($any($event.target).value)"
        />
      </label>
      <button class="plain-button min-h-11" [disabled]="busy() || !link().trim()" (click)="send()">
        {{ busy() ? 'Sending …' : 'Send it' }}
      </button>
    </div>
    @if (said(); as s) {
      <p class="mt-1 text-15" [class.text-alarm]="s.alarm" [attr.role]="s.alarm ? 'alert' : 'status'">{{ s.text }}</p>
    }
  `,
})
export class TakeAlong {
  readonly lessonId = input.required<string>();
  private readonly api = inject(Api);
  protected readonly link = signal(localStorage.getItem(LINK) ?? '');
  protected readonly busy = signal(false);
  protected readonly said = signal<{ text: string; alarm: boolean } | null>(null);
  protected readonly file = computed(() => pathOf(addressIn(ADDRESSES.aloneFile).path, { lessonId: this.lessonId() }));

  protected async send(): Promise<void> {
    this.busy.set(true);
    this.said.set(null);
    try {
      const link = this.link().trim();
      const came = await firstValueFrom(this.api.ask('sendAlone', { lessonId: this.lessonId() }, { link }));
      localStorage.setItem(LINK, link);
      const text = came.practices
        ? `Your instructor has it: ${counted(came.swings, 'swing')}.`
        : 'Your instructor had it already.';
      this.said.set({ text, alarm: false });
    } catch (e) {
      this.said.set({ text: capital(sentenceOf(e)), alarm: true });
    } finally {
      this.busy.set(false);
    }
  }
}
