import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { pictureLines } from '@vilko/core/drills/picture';
import type { DrillPicture } from '@vilko/core/drills/drill-picture';
import { Picture } from '../../drawing/picture';
import { numberIn, PlaceFields } from './place-fields';

type Foot = NonNullable<DrillPicture['lead']>;
type Body = NonNullable<DrillPicture['body']>;
type Thing = DrillPicture['things'][number];
type Side = 'lead' | 'trail';

const STANCE: Readonly<Record<Side, Foot>> = {
  lead: { at: [-185, 0], turn: -14 },
  trail: { at: [185, 0], turn: 8 },
};
const BODY: Body = { pose: 'address', arms: 'club', hips: 0, chest: 0 };
const MOST_THINGS = 6;
/** How large each thing is, mm. */
const SIZES: Readonly<Record<Thing['kind'], [number, number]>> = {
  ball: [34, 34],
  stick: [40, 40],
  line: [300, 6],
  board: [560, 300],
  pad: [180, 300],
  wedge: [70, 44],
  wall: [10, 560],
  disc: [180, 250],
  bar: [22, 340],
  ring: [44, 44],
  hand: [34, 40],
  mirror: [260, 300],
};

const NEW_THING: Thing = { kind: 'ball', at: [0, -150], size: SIZES.ball, turn: 0 };

/** A new picture: both feet as they stand. */
export const NEW_PICTURE: DrillPicture = { words: '', ...STANCE, before: [], things: [], arrows: [] };

/** Feet or body of one picture, put together from what drills are drawn of; it is drawn while it is changed. */
@Component({
  selector: 'vk-picture-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Picture, PlaceFields],
  host: { class: 'block' },
  template: `
    <div class="grid grid-cols-[220px_minmax(0,1fr)] gap-4">
      <vk-picture [lines]="lines()" [words]="value().words || 'The picture as it is now'" />
      <div>
        <div class="grid grid-cols-[1fr_190px] gap-3">
          <label class="field"
            >What it shows, in a few words<input
              maxlength="70"
              [value]="value().words"
              (change)="edit({ words: $any($event.target).value.trim() })"
          /></label>
          <label class="field"
            >Seen
            <select (change)="see($any($event.target).value)">
              <option value="feet" [selected]="!value().body">feet, from above</option>
              <option value="body" [selected]="value().body">body, as in a mirror</option>
            </select></label
          >
        </div>
        @if (value().body; as b) {
          <div class="mt-2 grid grid-cols-4 gap-3">
            <label class="field"
              >Moment
              <select (change)="body({ pose: $any($event.target).value })">
                @for (p of poses; track p) {
                  <option [value]="p" [selected]="p === b.pose">{{ p }}</option>
                }
              </select></label
            >
            <label class="field"
              >Arms
              <select (change)="body({ arms: $any($event.target).value })">
                @for (a of arms; track a.id) {
                  <option [value]="a.id" [selected]="a.id === b.arms">{{ a.words }}</option>
                }
              </select></label
            >
            <label class="field"
              >Hips to the target, mm<input
                type="number"
                min="-60"
                max="60"
                [value]="-b.hips"
                (change)="body({ hips: -within($any($event.target), 60) })"
            /></label>
            <label class="field"
              >Chest to the target, mm<input
                type="number"
                min="-60"
                max="60"
                [value]="-b.chest"
                (change)="body({ chest: -within($any($event.target), 60) })"
            /></label>
          </div>
        } @else {
          @for (side of sides; track side) {
            @let f = value()[side];
            <fieldset class="mt-2 grid grid-cols-[110px_1fr_1fr_80px_80px_70px] items-end gap-2">
              <label class="flex h-8 items-center gap-1.5"
                ><input type="checkbox" [checked]="f" (change)="stand(side, !f)" />{{ side }} foot</label
              >
              @if (f) {
                <label class="field"
                  >Pressed
                  <select (change)="foot(side, { press: $any($event.target).value || undefined })">
                    <option value="">nowhere</option>
                    @for (p of pressed; track p) {
                      <option [value]="p" [selected]="p === f.press">{{ p }}</option>
                    }
                  </select></label
                >
                <label class="field"
                  >Off the ground
                  <select (change)="foot(side, { raised: $any($event.target).value || undefined })">
                    <option value="">nothing</option>
                    @for (r of raised; track r) {
                      <option [value]="r" [selected]="r === f.raised">{{ r }}</option>
                    }
                  </select></label
                >
                <vk-place-fields [place]="f" [mostBack]="170" [mostTurn]="90" (changed)="foot(side, $event)" />
              }
            </fieldset>
          }
        }
        @for (t of value().things; track $index; let i = $index) {
          <div class="mt-2 grid grid-cols-[110px_1fr_80px_80px_70px_60px] items-end gap-2">
            <label class="field"
              >Thing
              <select (change)="become(i, $any($event.target).value)">
                @for (k of kinds; track k) {
                  <option [value]="k" [selected]="k === t.kind">{{ k }}</option>
                }
              </select></label
            >
            <label class="field"
              >Its name in the picture<input
                maxlength="18"
                [value]="t.words ?? ''"
                (change)="thing(i, { words: $any($event.target).value.trim() || undefined })"
            /></label>
            <vk-place-fields [place]="t" [mostBack]="330" [mostTurn]="360" (changed)="thing(i, $event)" />
            <button
              type="button"
              class="link h-8 text-left"
              [attr.aria-label]="'Without the ' + t.kind"
              (click)="drop(i)"
            >
              Remove
            </button>
          </div>
        }
        @if (value().things.length < most) {
          <button type="button" class="link mt-2" (click)="lay()">Add a thing</button>
        }
      </div>
    </div>
  `,
})
export class PictureForm {
  readonly value = input.required<DrillPicture>();
  /** What is done to the picture as it is then: two changes can come before it is drawn anew. */
  readonly changed = output<(p: DrillPicture) => DrillPicture>();
  protected readonly sides: readonly Side[] = ['lead', 'trail'];
  protected readonly poses: readonly Body['pose'][] = ['address', 'top', 'down', 'impact', 'finish'];
  protected readonly arms: readonly { readonly id: Body['arms']; readonly words: string }[] = [
    { id: 'club', words: 'with a club' },
    { id: 'crossed', words: 'crossed' },
    { id: 'hanging', words: 'hanging' },
  ];
  protected readonly pressed: readonly NonNullable<Foot['press']>[] = [
    'heel',
    'ball',
    'toes',
    'inside',
    'outside',
    'whole',
  ];
  protected readonly raised: readonly NonNullable<Foot['raised']>[] = ['heel', 'toes', 'foot'];
  protected readonly kinds = Object.keys(SIZES) as Thing['kind'][];
  protected readonly most = MOST_THINGS;
  protected readonly within = numberIn;
  protected readonly lines = computed(() => pictureLines(this.value()));

  protected edit(change: Partial<DrillPicture>): void {
    this.changed.emit((p) => ({ ...p, ...change }));
  }
  protected see(what: string): void {
    this.changed.emit(({ lead: _, trail: __, body: ___, ...rest }) =>
      what === 'body' ? { ...rest, before: [], body: BODY } : { ...rest, ...STANCE },
    );
  }
  protected body(change: Partial<Body>): void {
    this.changed.emit((p) => ({ ...p, body: { ...(p.body ?? BODY), ...change } }));
  }
  protected stand(side: Side, there: boolean): void {
    this.edit({ [side]: there ? STANCE[side] : undefined });
  }
  protected foot(side: Side, change: Partial<Foot>): void {
    this.changed.emit((p) => ({ ...p, [side]: { ...(p[side] ?? STANCE[side]), ...change } }));
  }
  protected lay(): void {
    this.changed.emit((p) => ({ ...p, things: [...p.things, NEW_THING] }));
  }
  protected thing(i: number, change: Partial<Thing>): void {
    this.changed.emit((p) => ({ ...p, things: p.things.map((t, k) => (k === i ? { ...t, ...change } : t)) }));
  }
  protected become(i: number, kind: Thing['kind']): void {
    this.thing(i, { kind, size: SIZES[kind] });
  }
  protected drop(i: number): void {
    this.changed.emit((p) => ({ ...p, things: p.things.filter((_, k) => k !== i) }));
  }
}
