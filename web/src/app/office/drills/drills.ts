import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import type { Drill } from '@vilko/core/drills/drill';
import { shippedDrill } from '@vilko/core/drills/shelf';
import { copyOfDrill } from '@vilko/core/drills/read-drill';
import { FAULTS } from '@vilko/core/faults/catalogue';
import { Keys } from '../../shell/keys';
import { Drafts } from '../../state/drafts';
import { DrillActions } from '../../state/drills';
import { HouseDrills } from '../../state/house-drills';
import { NoticeActions } from '../../state/notices';
import { DrillArticle } from './drill-article';
import { bringDrill, isPhotograph, takeAlong } from './drill-file';
import { DrillForm, draftKey, NEW_DRILL } from './drill-form';
import { DrillMediaForm } from './drill-media-form';

/** Office › Drills: every drill to be read; written, changed, copied, brought, taken along and put back. */
@Component({
  selector: 'vk-drills',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillArticle, DrillForm, DrillMediaForm, RouterLink],
  host: { class: 'block h-full' },
  template: `
    <div class="grid h-full grid-cols-[280px_minmax(0,1fr)] print:block">
      <nav class="overflow-y-auto border-r border-rules px-4 pt-5 pb-6 print:hidden" aria-label="Drills">
        <h1 class="text-24 font-semibold">Drills</h1>
        <input
          #search
          class="entry !w-full"
          type="search"
          placeholder="Search drills  /"
          aria-label="Search drills"
          [value]="query()"
          (input)="query.set(search.value)"
        />
        <label class="mt-2 flex items-center gap-2">
          for
          <select
            class="min-w-0 flex-1 rounded-[3px] border border-strong-rules bg-sheet px-1 py-0.5"
            aria-label="Drills for a fault"
            (change)="fault.set($any($event.target).value)"
          >
            <option value="">any finding</option>
            @for (f of faults; track f.id) {
              <option [value]="f.id" [selected]="f.id === fault()">{{ f.name }}</option>
            }
          </select>
        </label>
        <div class="mt-3 flex flex-wrap gap-x-4 gap-y-1 border-b border-rules pb-3">
          <a class="link" routerLink="/office/drills" [queryParams]="{ write: true }">Write one</a>
          <label class="link cursor-pointer">
            Bring one (JSON) …
            <input
              #file
              class="visually-hidden"
              type="file"
              accept=".json,application/json"
              aria-label="Bring a drill"
              (change)="bring(file)"
            />
          </label>
        </div>
        @for (part of parts(); track part.head) {
          <h2 class="mt-3 text-13 text-ink2">{{ part.head }}</h2>
          <ul class="mt-1">
            @for (d of part.drills; track d.id) {
              <li>
                <a
                  class="block py-1 leading-4 hover:underline"
                  [class.font-semibold]="d.id === drill()?.id"
                  [attr.aria-current]="d.id === drill()?.id ? 'page' : null"
                  [routerLink]="['/office/drills', d.id]"
                  queryParamsHandling="preserve"
                  >{{ d.name }}{{ isChanged(d.id) ? ', changed' : '' }}</a
                >
              </li>
            }
          </ul>
        } @empty {
          <p class="mt-3 text-15 text-ink2">No drill is like that.</p>
        }
      </nav>
      <article class="overflow-y-auto px-6 pt-5 pb-8" tabindex="0" aria-label="The drill">
        @if (written(); as w) {
          <vk-drill-form [drill]="w" [fresh]="!!write()" (saved)="save($event)" (left)="close()" />
        } @else if (drill(); as d) {
          <div class="flex max-w-[900px] items-baseline gap-3">
            <h2 class="text-24 font-semibold">{{ d.name }}</h2>
            <span class="whitespace-nowrap text-ink2">{{ kind() }}</span>
            <span class="ml-auto flex gap-4 whitespace-nowrap print:hidden">
              @if (off()) {
                <button class="plain-button" (click)="putBack(d.id)">Put back on the shelf</button>
              } @else {
                <button class="link" (click)="change()">Change it</button>
                <button class="link" (click)="copy()">Copy it</button>
                <button class="link" (click)="take()">Take along (JSON)</button>
                @if (isChanged(d.id)) {
                  <button class="link" (click)="takeOff(d.id)">As it came</button>
                } @else if (own()) {
                  <button class="link" (click)="takeOff(d.id)">Take off the shelf</button>
                }
              }
            </span>
          </div>
          <vk-drill-article [drill]="d" />
          @if (!off()) {
            <vk-drill-media-form class="mt-5 max-w-[860px] print:hidden" [drill]="d" />
          }
        } @else {
          <p class="mt-10 text-18 text-ink2">
            {{ drillId() ? 'There is no such drill in this house. Choose one.' : 'Choose a drill.' }}
          </p>
        }
      </article>
    </div>
  `,
})
export class Drills {
  readonly drillId = input<string>();
  /** A fault to begin with, from a link. */
  readonly for = input<string>();
  /** Whether a new one is written. */
  readonly write = input<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly house = inject(HouseDrills);
  private readonly drafts = inject(Drafts);
  private readonly search = viewChild.required<ElementRef<HTMLInputElement>>('search');
  protected readonly query = signal('');
  protected readonly fault = signal('');
  protected readonly faults = FAULTS;
  /** The drill that is being changed, by id. */
  private readonly changing = signal<string | null>(null);
  protected readonly parts = computed(() => {
    const words = this.query().toLowerCase().trim();
    const asked = (d: Drill): boolean =>
      (!this.fault() || d.for.includes(this.fault())) && `${d.name} ${d.gist} ${d.feel}`.toLowerCase().includes(words);
    const shown = this.house.shelf().offered.filter(asked);
    const away = this.house.own().filter((o) => o.off && !shippedDrill(o.drill.id) && asked(o.drill));
    return [
      { head: 'Your own', drills: shown.filter((d) => !shippedDrill(d.id)) },
      { head: 'With the application', drills: shown.filter((d) => shippedDrill(d.id)) },
      { head: 'Off the shelf', drills: away.map((o) => o.drill) },
    ].filter((p) => p.drills.length);
  });
  protected readonly drill = computed((): Drill | null => {
    const id = this.drillId();
    return (id ? this.house.shelf().one(id) : this.write() ? null : this.parts()[0]?.drills[0]) ?? null;
  });
  /** What is written now: a new one, or the one shown while it is changed. */
  protected readonly written = computed((): Drill | null => {
    if (this.write()) return NEW_DRILL;
    const d = this.drill();
    return d && this.changing() === d.id ? d : null;
  });
  private readonly kept = computed(() => this.house.own().find((o) => o.drill.id === this.drill()?.id) ?? null);
  protected readonly own = computed(() => this.kept() !== null && (!this.kept()!.off || !this.comes()));
  protected readonly off = computed(() => this.kept()?.off === true && !this.comes());
  private readonly comes = computed(() => shippedDrill(this.drill()?.id ?? '') !== undefined);
  protected readonly kind = computed(() => {
    if (this.off()) return 'your own, off the shelf';
    if (this.own()) return this.comes() ? 'comes with the application, changed' : 'your own';
    return 'comes with the application';
  });

  constructor() {
    effect(() => this.fault.set(this.for() ?? ''));
    inject(Actions)
      .pipe(ofType(DrillActions.added, DrillActions.saved), takeUntilDestroyed())
      .subscribe(({ saved }) => {
        this.changing.set(null);
        void this.router.navigate(['/office/drills', saved.drill.id]);
      });
    inject(Keys).use('Drills', [
      { key: '/', words: 'search drills', run: () => this.search().nativeElement.focus() },
      { key: 'e', words: 'change this drill', run: () => this.change() },
      { key: 'c', words: 'copy this drill', run: () => this.copy() },
    ]);
  }

  protected isChanged(id: string): boolean {
    return shippedDrill(id) !== undefined && this.house.own().some((o) => o.drill.id === id && !o.off);
  }
  protected change(): void {
    this.changing.set(this.drill()?.id ?? null);
  }
  protected copy(): void {
    const d = this.drill();
    if (d) this.store.dispatch(DrillActions.add({ drill: copyOfDrill(d), photograph: null }));
  }
  protected save(drill: Drill): void {
    const before = this.write() ? null : this.drill();
    this.store.dispatch(before ? DrillActions.save({ drill, before }) : DrillActions.add({ drill, photograph: null }));
  }
  /** Back to the drill as it is kept; what was typed and not saved goes. */
  protected close(): void {
    this.drafts.drop(draftKey(this.written()!, !!this.write()));
    this.changing.set(null);
    if (this.write()) void this.router.navigate(['/office/drills']);
  }
  protected takeOff(id: string): void {
    this.store.dispatch(DrillActions.takeOff({ id, comes: shippedDrill(id) !== undefined }));
  }
  protected putBack(id: string): void {
    this.store.dispatch(DrillActions.putBack({ id }));
  }
  protected take(): void {
    const d = this.drill()!;
    const media = this.house.shelf().mediaOf(d.id);
    const photograph = isPhotograph(media)
      ? fetch(`${this.house.from()}/drills/${d.id}/media`).then((r) => r.blob())
      : Promise.resolve(null);
    void photograph.then((p) => takeAlong(d, p));
    if (media && !isPhotograph(media))
      this.say(`${d.name} is taken along without its film, which stays here.`, 'plain');
  }
  protected bring(box: HTMLInputElement): void {
    const file = box.files?.[0];
    box.value = '';
    if (!file) return;
    void bringDrill(file).then((read) => {
      if (typeof read === 'string') this.say(read, 'alarm');
      else this.store.dispatch(DrillActions.add(read));
    });
  }
  private say(text: string, kind: 'plain' | 'alarm'): void {
    this.store.dispatch(NoticeActions.say({ text, kind }));
  }
}
