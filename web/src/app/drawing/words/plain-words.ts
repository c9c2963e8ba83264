import { ChangeDetectionStrategy, Component } from '@angular/core';
import { PLAIN_WORDS } from '@vilko/core/words';

/** A line of a picture: whose it is decides its colour, as everywhere. */
interface Stroke {
  readonly of: 'ink' | 'lead' | 'trail' | 'target' | 'rules';
  readonly d: string;
  readonly dashed?: boolean;
  readonly filled?: boolean;
  readonly wide?: boolean;
}

interface Label {
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

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
const FEET: readonly Stroke[] = [
  { of: 'lead', d: sole(36, 18) },
  { of: 'trail', d: sole(98, 18), dashed: true },
];
/** Somebody standing, seen from the front. */
const BODY: readonly Stroke[] = [
  { of: 'ink', d: `${circle(80, 16, 7)}M80 23V56M80 30l-15 14M80 30l15 14M80 56l-14 40M80 56l14 40` },
  { of: 'rules', d: 'M40 97H120' },
];

const PICTURES: Readonly<Record<string, { readonly strokes: readonly Stroke[]; readonly labels?: readonly Label[] }>> =
  {
    pressure: {
      strokes: [
        ...FEET,
        { of: 'lead', d: `${circle(49, 42, 5)}${circle(49, 42, 9)}` },
        { of: 'trail', d: circle(111, 66, 4), dashed: true },
        { of: 'ink', d: circle(66, 50, 4), filled: true },
      ],
    },
    mass: {
      strokes: [
        ...BODY,
        { of: 'ink', d: circle(80, 52, 5), filled: true },
        { of: 'target', d: 'M80 57V97', dashed: true },
      ],
    },
    weight: {
      strokes: [
        { of: 'ink', d: 'M50 92h60v-8H50ZM58 84V40h44V84' },
        { of: 'ink', d: circle(80, 58, 13) },
        { of: 'ink', d: 'M80 58l6-8', wide: true },
      ],
      labels: [{ x: 80, y: 34, text: '72 kg' }],
    },
    force: {
      strokes: [
        ...BODY,
        { of: 'lead', d: arrow(66, 96, -14, -34), wide: true },
        { of: 'ink', d: arrow(112, 66, -24, -6), dashed: true },
      ],
      labels: [
        { x: 34, y: 58, text: 'now' },
        { x: 130, y: 70, text: 'later' },
      ],
    },
    torque: {
      strokes: [
        ...FEET,
        { of: 'ink', d: 'M62 14c12-10 28-10 38 0', wide: true },
        { of: 'ink', d: 'M62 14l1-8M62 14l8 0' },
        { of: 'target', d: 'M60 92c12 10 30 10 40 0', dashed: true },
        { of: 'target', d: 'M100 92l-1 8M100 92l-8 0' },
      ],
    },
    'share-body': {
      strokes: FEET,
      labels: [
        { x: 49, y: 40, text: '60' },
        { x: 111, y: 40, text: '40' },
        { x: 80, y: 54, text: '+' },
        { x: 80, y: 98, text: '= 100' },
      ],
    },
    'share-foot': {
      strokes: [
        { of: 'lead', d: sole(67, 14) },
        { of: 'rules', d: 'M56 48H104', dashed: true },
      ],
      labels: [
        { x: 112, y: 36, text: '60' },
        { x: 112, y: 70, text: '40' },
        { x: 80, y: 98, text: '= 100' },
      ],
    },
    away: {
      strokes: [
        { of: 'lead', d: sole(58, 34) },
        { of: 'trail', d: sole(96, 34), dashed: true },
        { of: 'ink', d: circle(89, 12, 4) },
        { of: 'target', d: 'M16 34V90M16 34h14l-4 5 4 5H16' },
        { of: 'ink', d: arrow(126, 62, 24, 0) },
        { of: 'ink', d: arrow(89, 22, 0, 20) },
        { of: 'ink', d: arrow(48, 60, 0, 34) },
      ],
    },
    speed: {
      strokes: [...FEET, { of: 'ink', d: arrow(108, 58, -50, -12), wide: true }],
      labels: [{ x: 80, y: 98, text: '0.7 m/s' }],
    },
  };

/** Words that are easily mixed up, each with a picture: for pupils, and for whoever explains to them. */
@Component({
  selector: 'vk-plain-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'block' },
  template: `
    <ul class="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-x-6 gap-y-4">
      @for (w of words; track w.id) {
        <li class="flex gap-3">
          <svg viewBox="0 0 160 104" width="132" class="shrink-0 self-start bg-sheet" aria-hidden="true">
            @for (s of w.strokes; track $index) {
              <path
                [attr.d]="s.d"
                [attr.fill]="s.filled ? 'var(--' + colour(s.of) + ')' : 'none'"
                [attr.stroke]="'var(--' + colour(s.of) + ')'"
                [attr.stroke-width]="s.wide ? 3 : 1.5"
                [attr.stroke-dasharray]="s.dashed ? '4 3' : null"
                stroke-linecap="round"
              />
            }
            @for (l of w.labels; track $index) {
              <text [attr.x]="l.x" [attr.y]="l.y" text-anchor="middle" font-size="13" fill="var(--ink)">
                {{ l.text }}
              </text>
            }
          </svg>
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
  protected readonly words = PLAIN_WORDS.map((w) => ({ ...w, labels: [], ...PICTURES[w.id]! }));

  protected colour(of: Stroke['of']): string {
    return of === 'rules' ? 'strong-rules' : of;
  }
}
