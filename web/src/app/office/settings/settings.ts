import { counted } from '@vilko/core/words/amounts';
import { clockText } from '@vilko/core/words/dates';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Store } from '@ngrx/store';
import type { HouseSettings, Units } from '@vilko/contract/settings';
import { selectPatterns } from '../../state/pattern-shelf';
import { CalendarFields } from './calendar-fields';
import { LetterFields } from './letter-fields';
import { Limits } from './limits';
import { SigningIn } from './signing-in';
import { Sports } from './sports';
import { OfficeActions, officeFeature } from '../../state/office';
import { answerOf } from '../../state/answer';
import { SettingsActions, settingsFeature, type Theme } from '../../state/settings';
import { dateText } from '@vilko/core/words/dates';

const MEGABYTE = 1e6;

/** Office › Settings: units, theme, the school swings are read under, backups, signing in. */
@Component({
  selector: 'vk-settings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CalendarFields, FormsModule, LetterFields, Limits, SigningIn, Sports],
  template: `
    <div class="h-full overflow-auto px-4 pt-5 pb-10">
      <h1 class="text-24 font-semibold">Settings</h1>
      <div class="mt-4 max-w-[1180px] columns-2 gap-x-12 text-15 *:mb-8 *:break-inside-avoid">
        <section aria-labelledby="units">
          <h2 id="units" class="text-18 font-semibold">Units</h2>
          <p class="text-ink2">How numbers are shown; stored they stay SI. Pressure speed is always m/s.</p>
          <div class="mt-3 grid grid-cols-4 gap-3">
            @for (u of unitChoices; track u.key) {
              <label class="field">
                {{ u.words }}
                <select [ngModel]="house().units[u.key]" (ngModelChange)="unit(u.key, $event)">
                  @for (o of u.options; track o) {
                    <option [value]="o">{{ o }}</option>
                  }
                </select>
              </label>
            }
          </div>
        </section>
        <section aria-labelledby="reading">
          <h2 id="reading" class="text-18 font-semibold">Reading and recording</h2>
          <div class="mt-3 grid grid-cols-2 gap-3">
            <label class="field">
              School swings are read under
              <select [ngModel]="house().school" (ngModelChange)="change({ school: $event })">
                @for (p of patterns(); track p.id) {
                  <option [value]="p.id">{{ p.name }}</option>
                }
              </select>
            </label>
            <label class="field">
              Theme on this screen
              <select [ngModel]="theme()" (ngModelChange)="setTheme($event)">
                <option value="auto">night in the bay, day at the desk</option>
                <option value="day">always day</option>
                <option value="night">always night</option>
              </select>
            </label>
          </div>
          <label class="mt-3 flex items-center gap-2"
            ><input type="checkbox" [checked]="house().askFelt" (change)="change({ askFelt: !house().askFelt })" /> Ask
            what was felt before a number is shown</label
          >
        </section>
        <section aria-labelledby="calendar">
          <vk-calendar-fields />
        </section>
        <section aria-labelledby="backups">
          <h2 id="backups" class="text-18 font-semibold">Backups</h2>
          <p class="text-ink2">
            One file with every pupil, recording and film, in the data folder. The embedded database does not survive
            every power cut: keep copies elsewhere.
          </p>
          @if (keeping(); as k) {
            <p class="mt-1 text-ink2">
              @if (k.sealed) {
                This house is sealed: its database, films, letters and backups open by its passphrase alone. A backup
                that is saved is sealed too.
              } @else {
                Whoever has this machine’s disk, or one of these files, can read them. A passphrase seals the house:
                <code class="text-13">vilko seal --help</code>
              }
            </p>
          }
          <p class="mt-3 flex items-center gap-4">
            <button class="plain-button" (click)="backup()" [disabled]="!!doing()">Make a backup now</button>
            <label class="link cursor-pointer"
              >Put back from a file …<input
                #file
                type="file"
                class="visually-hidden"
                accept=".zip"
                (change)="restoreFile(file)"
            /></label>
          </p>
          @if (doing(); as w) {
            <p class="mt-2 text-ink2" role="status">{{ w }}</p>
          }
          <table class="mt-3 w-full">
            <tbody>
              @for (b of backups(); track b.name) {
                <tr class="border-t border-rules">
                  <td class="py-1.5 pr-3 whitespace-nowrap">{{ date(b.at) }}, {{ time(b.at) }}</td>
                  <td class="figures py-1.5 pr-3 text-right whitespace-nowrap">
                    {{ (b.size / megabyte).toFixed(1) }} MB
                  </td>
                  <td class="py-1.5 pr-3 text-ink2">
                    <span class="whitespace-nowrap">{{ b.pupils }} pupils, {{ b.swings }} swings</span>
                    @if (b.missing) {
                      <span
                        class="block text-alarm"
                        title="They were not in the data folder any more; missing.txt in the file names them"
                        >{{ counted(b.missing, 'file') }} missing</span
                      >
                    }
                  </td>
                  <td class="py-1.5 text-right whitespace-nowrap">
                    <a class="link mr-3" [href]="'/api/backups/' + b.name" download>Save</a>
                    <button class="link" (click)="restore(b.name)" [disabled]="!!doing()">Put back</button>
                  </td>
                </tr>
              } @empty {
                <tr>
                  <td class="py-1.5 text-ink2">{{ backups() ? 'No backup yet.' : 'Looking for backups …' }}</td>
                </tr>
              }
            </tbody>
          </table>
          <p class="mt-1 text-13 text-ink2">Putting back adds what is missing; what is there stays as it is.</p>
          <label class="mt-4 flex items-center gap-2"
            ><input type="checkbox" [checked]="house().nightly.on" (change)="nightly({ on: !house().nightly.on })" />
            One by itself each night, read back, the last 14 kept</label
          >
          @if (house().nightly.on) {
            <label class="field mt-2"
              >Into this folder of the server’s machine; empty: its data folder
              <input
                autocomplete="off"
                placeholder="another disk is better"
                [value]="house().nightly.folder"
                (change)="nightly({ folder: $any($event.target).value.trim() })"
            /></label>
            <p class="mt-1" role="status" [class.text-alarm]="night()?.wrong" [class.text-ink2]="!night()?.wrong">
              {{ nightWords() }}
            </p>
          }
        </section>
        <section aria-labelledby="letters"><vk-letter-fields /></section>
        <section aria-labelledby="files">
          <h2 id="files" class="text-18 font-semibold">Files from elsewhere</h2>
          <p class="text-ink2">
            What was said once about a laboratory’s axes and about CSV headers; forgotten, it is asked again.
          </p>
          <table class="mt-3 w-full">
            <tbody>
              @for (f of remembered(); track f.key) {
                <tr class="border-t border-rules">
                  <td class="py-1.5 pr-3 whitespace-nowrap">{{ f.what }}</td>
                  <td class="w-full py-1.5 pr-3 text-ink2">{{ f.said }}</td>
                  <td class="py-1.5 text-right">
                    <button class="link" [attr.aria-label]="'Forget: ' + f.what + ' ' + f.said" (click)="forget(f)">
                      Forget
                    </button>
                  </td>
                </tr>
              } @empty {
                <tr>
                  <td class="py-1.5 text-ink2">Nothing yet. Drop a C3D or CSV file on any lesson.</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
        <section aria-labelledby="limits"><vk-limits /></section>
        <section aria-labelledby="sports"><vk-sports /></section>
        <section aria-labelledby="signing-in"><vk-signing-in /></section>
      </div>
    </div>
  `,
})
export class Settings {
  private readonly store = inject(Store);
  protected readonly house = this.store.selectSignal(officeFeature.selectHouse);
  protected readonly backups = this.store.selectSignal(officeFeature.selectBackups);
  protected readonly doing = this.store.selectSignal(officeFeature.selectDoing);
  protected readonly theme = this.store.selectSignal(settingsFeature.selectTheme);
  protected readonly patterns = this.store.selectSignal(selectPatterns);
  protected readonly keeping = answerOf('keeping', () => ({})).value;
  protected readonly night = answerOf('night', () => ({})).value;
  protected readonly nightWords = computed(() => {
    const n = this.night();
    if (!n) return 'None has been made yet: at three in the morning, or the first time this runs after that.';
    const when = `${dateText(n.at)}, ${clockText(n.at)}`;
    return n.wrong
      ? `The backup of ${when} is not to be trusted: ${n.wrong}.`
      : `${when}: ${n.swings} swings, ${(n.size / MEGABYTE).toFixed(1)} MB, read back whole${
          n.missing ? `; ${counted(n.missing, 'file')} had gone from the data folder, named in its missing.txt` : ''
        }.`;
  });
  protected readonly counted = counted;
  protected readonly megabyte = MEGABYTE;
  protected readonly date = dateText;
  protected readonly time = clockText;
  /** Readings of files that are remembered, in words. */
  protected readonly remembered = computed(() => {
    const { labAxes, columns } = this.house();
    return [
      ...Object.entries(labAxes).map(([key, axes]) => ({
        key,
        from: 'labAxes' as const,
        what: 'C3D laboratory',
        said: axesWords(axes),
      })),
      ...Object.entries(columns).map(([key, m]) => ({
        key,
        from: 'columns' as const,
        what: 'CSV header',
        said: Object.values(m.columns)
          .flatMap((c) => c?.column ?? [])
          .join(', '),
      })),
    ];
  });
  protected forget({ from, key }: { from: 'labAxes' | 'columns'; key: string }): void {
    this.change({ [from]: Object.fromEntries(Object.entries(this.house()[from]).filter(([k]) => k !== key)) });
  }
  protected readonly unitChoices = [
    { key: 'distance', words: 'Distance', options: ['m', 'yd'] },
    { key: 'speed', words: 'Speed', options: ['m/s', 'km/h', 'mph'] },
    { key: 'length', words: 'Short length', options: ['mm', 'in'] },
    { key: 'mass', words: 'Mass', options: ['kg', 'lb'] },
  ] as const;

  constructor() {
    this.store.dispatch(OfficeActions.openHouse());
    this.store.dispatch(OfficeActions.openBackups());
  }

  protected nightly(change: Partial<HouseSettings['nightly']>): void {
    this.change({ nightly: { ...this.house().nightly, ...change } });
  }
  protected change(change: Partial<HouseSettings>): void {
    this.store.dispatch(OfficeActions.changeHouse({ house: { ...this.house(), ...change } }));
  }
  protected unit(key: keyof Units, value: string): void {
    this.change({ units: { ...this.house().units, [key]: value } });
  }
  protected setTheme(theme: Theme): void {
    this.store.dispatch(SettingsActions.setTheme({ theme }));
  }
  protected backup(): void {
    this.store.dispatch(OfficeActions.makeBackup());
  }
  protected restore(name: string): void {
    this.store.dispatch(OfficeActions.restoreBackup({ name }));
  }
  protected restoreFile(input: HTMLInputElement): void {
    const file = input.files?.[0];
    if (file) this.store.dispatch(OfficeActions.restoreFile({ file }));
    input.value = '';
  }
}

/** `ball=+x,left=-y` as a person says it. */
const axesWords = (axes: string): string =>
  axes.replace('ball=', 'ball at lab ').replace(',left=', ', left at lab ').replaceAll('-', '−');
