import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Mail, MailChange } from '@vilko/contract/letter';
import { MAIL_PORTS, MAIL_SECURITY, type MailSecurity } from '@vilko/contract/letter-words';
import type { HouseSettings } from '@vilko/contract/settings';
import { answerOf } from '../../state/answer';
import { Api } from '../../state/api';
import { OfficeActions, officeFeature } from '../../state/office';
import { sentenceOf } from '../../state/sentences';
import { markPicture } from './mark-picture';

/** What each kind of encryption is called. */
const WORDS: Readonly<Record<MailSecurity, string>> = {
  TLS: 'TLS from the start',
  STARTTLS: 'STARTTLS',
  none: 'none',
};

/** What stands on reports and letters of the house, and the mail server by which letters go. */
@Component({
  selector: 'vk-letter-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 id="letters" class="text-18 font-semibold">Reports and letters</h2>
    <p class="text-ink2">The house’s name and mark stand on every report; beneath a letter also who teaches.</p>
    <div class="mt-3 grid grid-cols-2 gap-3">
      <label class="field"
        >The house is called<input
          maxlength="80"
          [value]="house().name"
          (change)="change({ name: $any($event.target).value.trim() })"
      /></label>
      <div class="field">
        Its mark
        <span class="mt-1 flex h-12 items-center gap-3 text-15">
          @if (mark(); as url) {
            <img class="max-h-12 max-w-[160px] bg-white" [src]="url" alt="The house’s mark" />
            <button class="link" (click)="dropMark()">Take it off</button>
          }
          <label class="link cursor-pointer"
            >{{ mark() ? 'Another' : 'Choose a picture …'
            }}<input
              #file
              type="file"
              class="visually-hidden"
              accept="image/png,image/jpeg,image/webp"
              (change)="keepMark(file)"
          /></label>
        </span>
      </div>
      <label class="field col-span-2"
        >Beneath the instructor’s name<textarea
          rows="2"
          maxlength="600"
          placeholder="where you are, when you can be called"
          [value]="house().signature"
          (change)="change({ signature: $any($event.target).value.trim() })"
        ></textarea>
      </label>
    </div>
    <h3 class="mt-4 font-semibold">Mail server</h3>
    <p class="text-ink2">Without one letters are saved as files or opened in a mail program.</p>
    @if (now(); as m) {
      <form
        #form
        class="mt-2 grid grid-cols-[minmax(0,1fr)_150px_90px] gap-3"
        (submit)="$event.preventDefault(); save(password.value)"
      >
        <label class="field"
          >Called<input
            maxlength="200"
            autocomplete="off"
            placeholder="mail.example.org"
            [value]="m.host"
            (input)="type({ host: $any($event.target).value.trim() })"
        /></label>
        <label class="field"
          >Encryption
          <select (change)="secure($any($event.target).value)">
            @for (s of kinds; track s) {
              <option [value]="s" [selected]="s === m.security">{{ words[s] }}</option>
            }
          </select></label
        >
        <label class="field"
          >Port<input
            type="number"
            class="figures"
            min="1"
            max="65535"
            required
            [value]="m.port"
            (input)="type({ port: +$any($event.target).value })"
        /></label>
        <label class="field"
          >Letters come from<input
            type="email"
            maxlength="200"
            autocomplete="off"
            placeholder="name@example.org"
            [required]="m.host !== ''"
            [value]="m.from"
            (input)="type({ from: $any($event.target).value.trim() })"
        /></label>
        <label class="field"
          >User name<input
            maxlength="200"
            autocomplete="off"
            [value]="m.user"
            (input)="type({ user: $any($event.target).value.trim() })"
        /></label>
        <label class="field"
          >Password<input
            #password
            type="password"
            maxlength="200"
            autocomplete="new-password"
            [placeholder]="m.password ? 'as it is' : ''"
        /></label>
        <p class="col-span-3 flex items-center gap-4">
          <button class="plain-button">Keep</button>
          @if (kept()?.host) {
            <button type="button" class="link" [disabled]="trying()" (click)="try()">Try it, without a letter</button>
          }
        </p>
      </form>
    }
    @if (server.refused(); as why) {
      <p class="mt-1 text-alarm" role="alert">{{ why }}</p>
    }
    <p class="mt-1" role="status" [class.text-alarm]="alarm()">{{ trying() ? 'Asking the mail server …' : said() }}</p>
  `,
})
export class LetterFields {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  protected readonly house = this.store.selectSignal(officeFeature.selectHouse);
  protected readonly server = answerOf('mail', () => ({}));
  protected readonly kept = this.server.value;
  protected readonly now = linkedSignal((): Mail | null => this.kept());
  protected readonly kinds = MAIL_SECURITY;
  protected readonly words = WORDS;
  /** Counts the marks that were set here: the picture is fetched anew. */
  private readonly marks = signal(0);
  private readonly ofHouse = answerOf('mark', () => {
    this.marks();
    return {};
  });
  protected readonly mark = computed(() => this.ofHouse.value()?.url ?? null);
  protected readonly said = signal('');
  protected readonly alarm = signal(false);
  protected readonly trying = signal(false);

  protected change(c: Partial<HouseSettings>): void {
    this.store.dispatch(OfficeActions.changeHouse({ house: { ...this.house(), ...c } }));
  }
  protected type(c: Partial<Mail>): void {
    this.now.update((m) => m && { ...m, ...c });
  }
  /** The port follows unless it is one of the house's own. */
  protected secure(security: MailSecurity): void {
    const { port } = this.now()!;
    const usual = Object.values(MAIL_PORTS).includes(port);
    this.type({ security, ...(usual ? { port: MAIL_PORTS[security] } : {}) });
  }
  protected save(password: string): void {
    const { password: _, ...mail } = this.now()!;
    const change: MailChange = { ...mail, ...(password || !mail.user ? { password } : {}) };
    this.api.ask('changeMail', {}, change).subscribe({
      next: (m) => {
        this.server.value.set(m);
        this.tell(m.host ? `Letters go by ${m.host} now.` : 'No mail server: letters are saved as files.');
      },
      error: (e: unknown) => this.tell(sentenceOf(e), true),
    });
  }
  protected try(): void {
    this.trying.set(true);
    this.api.ask('tryMail', {}).subscribe({
      next: ({ well, words }) => this.tell(words, !well),
      error: (e: unknown) => this.tell(sentenceOf(e), true),
    });
  }
  protected keepMark(input: HTMLInputElement): void {
    const [file] = input.files ?? [];
    input.value = '';
    if (!file) return;
    markPicture(file)
      .then((picture) =>
        this.api.ask('keepMark', {}, picture).subscribe({
          next: () => this.marked(true),
          error: (e: unknown) => this.tell(sentenceOf(e), true),
        }),
      )
      .catch(() => this.tell(`${file.name} is no picture that this browser can read: the mark stays as it was.`, true));
  }
  protected dropMark(): void {
    this.api.ask('dropMark', {}).subscribe({
      next: () => this.marked(false),
      error: (e: unknown) => this.tell(sentenceOf(e), true),
    });
  }
  private marked(there: boolean): void {
    this.marks.update((n) => n + 1);
    this.tell(there ? 'The mark stands on reports and letters from now on.' : 'The mark was taken off.');
  }
  private tell(words: string, alarm = false): void {
    this.trying.set(false);
    this.said.set(words);
    this.alarm.set(alarm);
  }
}
