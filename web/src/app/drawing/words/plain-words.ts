import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PictureLines, PictureStroke, PictureText } from '@vilko/core/drills/picture';
import { PLAIN_WORDS } from '@vilko/core/words/plain-words';
import { Picture } from '../picture';

const BOX = [0, 0, 160, 104] as const;
const LINE = 1.5;
const HEAVY = 3;
const DASH = '4 3';

/** A sole seen from above, toes up, 26 wide and 64 high. */
const sole = (x: number, y: number): string =>
  `M${x + 13} ${y}c9 0 13 8 12 18s-5 14-5 24 3 22-7 22-9-12-8-22-5-14-5-24 4-18 13-18Z`;
const circle = (x: number, y: number, r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
const arrow = (x: number, y: number, dx: number, dy: number): string => {
  const [ux, uy] = [dx / Math.hypot(dx, dy), dy / Math.hypot(dx, dy)];
  const [ex, ey] = [x + dx, y + dy];
  const wing = (s: number): string => `M${ex} ${ey}l${-7 * ux + s * 4 * uy} ${-7 * uy - s * 4 * ux}`;
  return `M${x} ${y}L${ex} ${ey}${wing(1)}${wing(-1)}`;
};
const label = (x: number, y: number, text: string): PictureText => ({ at: [x, y], text, size: 13, role: 'ink' });
const FEET: readonly PictureStroke[] = [
  { role: 'lead', d: sole(36, 18), width: LINE },
  { role: 'trail', d: sole(98, 18), width: LINE, dash: DASH },
];
/** Somebody standing, seen from the front. */
const BODY: readonly PictureStroke[] = [
  { role: 'ink', d: `${circle(80, 16, 7)}M80 23V56M80 30l-15 14M80 30l15 14M80 56l-14 40M80 56l14 40`, width: LINE },
  { role: 'quiet', d: 'M40 97H120', width: LINE },
];

type Drawn = Pick<PictureLines, 'strokes'> & Partial<Pick<PictureLines, 'texts'>>;
const PICTURES: Readonly<Record<string, Drawn>> = {
  pressure: {
    strokes: [
      ...FEET,
      { role: 'lead', d: `${circle(49, 42, 5)}${circle(49, 42, 9)}`, width: LINE },
      { role: 'trail', d: circle(111, 66, 4), width: LINE, dash: DASH },
      { role: 'ink', d: circle(66, 50, 4), width: LINE, filled: true },
    ],
  },
  mass: {
    strokes: [
      ...BODY,
      { role: 'ink', d: circle(80, 52, 5), width: LINE, filled: true },
      { role: 'aid', d: 'M80 57V97', width: LINE, dash: DASH },
    ],
  },
  weight: {
    strokes: [
      { role: 'ink', d: 'M50 92h60v-8H50ZM58 84V40h44V84', width: LINE },
      { role: 'ink', d: circle(80, 58, 13), width: LINE },
      { role: 'ink', d: 'M80 58l6-8', width: HEAVY },
    ],
    texts: [label(80, 34, '72 kg')],
  },
  force: {
    strokes: [
      ...BODY,
      { role: 'lead', d: arrow(66, 96, -14, -34), width: HEAVY },
      { role: 'ink', d: arrow(112, 66, -24, -6), width: LINE, dash: DASH },
    ],
    texts: [label(34, 58, 'now'), label(132, 86, 'later')],
  },
  torque: {
    strokes: [
      ...FEET,
      { role: 'ink', d: 'M62 14c12-10 28-10 38 0', width: HEAVY },
      { role: 'ink', d: 'M62 14l1-8M62 14l8 0', width: LINE },
      { role: 'aid', d: 'M60 92c12 10 30 10 40 0', width: LINE, dash: DASH },
      { role: 'aid', d: 'M100 92l-1 8M100 92l-8 0', width: LINE },
    ],
  },
  'share-body': {
    strokes: FEET,
    texts: [label(49, 40, '60'), label(111, 40, '40'), label(80, 54, '+'), label(80, 98, '= 100')],
  },
  'share-foot': {
    strokes: [
      { role: 'lead', d: sole(67, 14), width: LINE },
      { role: 'quiet', d: 'M56 48H104', width: LINE, dash: DASH },
    ],
    texts: [label(112, 36, '60'), label(112, 70, '40'), label(80, 98, '= 100')],
  },
  away: {
    strokes: [
      { role: 'lead', d: sole(58, 34), width: LINE },
      { role: 'trail', d: sole(96, 34), width: LINE, dash: DASH },
      { role: 'ink', d: circle(89, 12, 4), width: LINE },
      { role: 'aid', d: 'M16 34V90M16 34h14l-4 5 4 5H16', width: LINE },
      { role: 'ink', d: arrow(126, 62, 24, 0), width: LINE },
      { role: 'ink', d: arrow(89, 22, 0, 20), width: LINE },
      { role: 'ink', d: arrow(48, 60, 0, 34), width: LINE },
    ],
  },
  speed: {
    strokes: [...FEET, { role: 'ink', d: arrow(108, 58, -50, -12), width: HEAVY }],
    texts: [label(80, 98, '0.7 m/s')],
  },
};

/** Words that are easily mixed up, each with a picture: for pupils, and for whoever explains to them. */
@Component({
  selector: 'vk-plain-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Picture],
  host: { class: 'block' },
  template: `
    <ul class="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-x-6 gap-y-4">
      @for (w of words(); track w.id) {
        <li class="flex gap-3">
          <vk-picture class="w-[132px] shrink-0 self-start" [lines]="w.lines" [handed]="handed()" />
          <div class="min-w-0 text-15 leading-5">
            <h3 class="font-semibold">{{ w.word }}</h3>
            <p>{{ w.says }}</p>
          </div>
        </li>
      }
    </ul>
  `,
})
export class PlainWords {
  readonly handed = input<'right' | 'left'>('right');
  /** Ids of the words that are needed here; all of them where none is named. */
  readonly only = input<readonly string[]>([]);
  protected readonly words = computed(() =>
    PLAIN_WORDS.filter((w) => !this.only().length || this.only().includes(w.id)).map((w) => ({
      ...w,
      lines: { box: BOX, texts: [], ...PICTURES[w.id]! } satisfies PictureLines,
    })),
  );
}
