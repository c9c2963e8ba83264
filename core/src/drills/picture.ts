import type * as z from 'zod';
import type { Arrow, Body, DrillPicture, Foot, Point, POSES, Thing } from './drill-picture.js';

type Side = 'lead' | 'trail';

/** Where in a sole the pressure is wanted. */
const PRESSED = {
  heel: [0, 85, 30, 38],
  ball: [4, -58, 36, 30],
  toes: [8, -102, 30, 20],
  inside: [26, 10, 14, 74],
  outside: [-28, 10, 14, 74],
  whole: [0, 0, 34, 108],
} as const;

/** What a line stands for; whoever draws it has the colours. */
export type StrokeRole = Side | 'ink' | 'aid' | 'quiet';

/** One line of a picture, an SVG path in the frame of its box. */
export interface PictureStroke {
  readonly d: string;
  readonly role: StrokeRole;
  readonly width: number;
  readonly dash?: string;
  readonly filled?: boolean;
  readonly transform?: string;
}

export interface PictureText {
  readonly at: readonly [number, number];
  readonly text: string;
  readonly size: number;
  readonly role: StrokeRole;
}

/** Lines and words of a picture. */
export interface PictureLines {
  /** Left, top, width, height. */
  readonly box: readonly [number, number, number, number];
  readonly strokes: readonly PictureStroke[];
  readonly texts: readonly PictureText[];
}

const PLAN = [-345, -180, 690, 360] as const;
const FRONT = [-188, -324, 376, 360] as const;

/** The left sole, toes up, its centre in the origin. */
const SOLE =
  'M4 -132C34 -134 50 -104 47 -60C45 -22 30 12 34 62C37 102 25 130 0 130C-28 130 -39 102 -36 62C-33 22 -48 -18 -48 -60C-48 -100 -30 -130 4 -132Z';

const mirror = (side: Side): string => (side === 'trail' ? ' scale(-1 1)' : '');
const ellipse = (x: number, y: number, rx: number, ry: number): string =>
  `M${x - rx} ${y}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;

/** A sole, and the contour lines of the pressure wanted in it. */
function foot(side: Side, f: z.infer<typeof Foot>): PictureStroke[] {
  const transform = `translate(${f.at[0]} ${f.at[1]}) rotate(${f.turn})${mirror(side)}`;
  const dash = f.raised === 'foot' ? '3 10' : side === 'trail' ? '13 8' : undefined;
  const outline: PictureStroke = {
    d: SOLE,
    role: side,
    width: f.raised === 'foot' ? 3 : 4,
    transform,
    ...(dash ? { dash } : {}),
  };
  // what is off the ground is hatched
  const lifted = { heel: 'M-30 66h58M-28 84h54M-24 102h44', toes: 'M-34 -70h72M-30 -88h66M-20 -106h48', foot: '' }[
    f.raised ?? 'foot'
  ];
  const p = f.press && PRESSED[f.press];
  return [
    outline,
    ...(f.raised && lifted ? [{ d: lifted, role: side, width: 2, transform, dash: '4 6' } as const] : []),
    ...(p
      ? [1, 0.64, 0.3].map((k, i): PictureStroke => ({
          d: ellipse(p[0], p[1], k * p[2], k * p[3]),
          role: side,
          width: 2 + i,
          transform,
        }))
      : []),
  ];
}

/** An aid, in the plan or before the body. */
function thing({ kind, at: [x, y], size: [w, h], turn }: z.infer<typeof Thing>): PictureStroke[] {
  const transform = `translate(${x} ${y}) rotate(${turn})`;
  const [a, b] = [w / 2, h / 2];
  const rect = `M${-a} ${-b}h${w}v${h}h${-w}Z`;
  const one = (d: string, more: Partial<PictureStroke> = {}): PictureStroke => ({
    d,
    role: 'aid',
    width: 3,
    transform,
    ...more,
  });
  switch (kind) {
    case 'ball':
      return [one(ellipse(0, 0, a, a), { role: 'ink' })];
    case 'pad':
      return [
        one(rect),
        one(`M${-a + 8} ${-b + 10}h${w - 16}M${-a + 8} 0h${w - 16}M${-a + 8} ${b - 10}h${w - 16}`, {
          dash: '2 9',
          width: 4,
        }),
      ];
    case 'board':
      return [one(rect), one(`M0 ${-b - 14}v${h + 28}`, { dash: '10 6' })];
    case 'bar':
      return [one(rect, { filled: true })];
    case 'stick':
      return [one(ellipse(0, 0, 9, 9), { filled: true }), one(ellipse(0, 0, 17, 17), { width: 2 })];
    case 'wall':
      return [
        one(`M${-a} ${-b}V${b}`, { width: 6 }),
        one(Array.from({ length: 8 }, (_, i) => `M${-a} ${-b + ((i + 1) * h) / 8}l-16 14`).join(''), { width: 2 }),
      ];
    case 'disc':
      return [one(ellipse(0, 0, a, b)), one(ellipse(0, 0, a - 9, b - 9), { width: 2 })];
    case 'wedge':
      return [one(`M${-a} ${b}L${a} ${b}L${a} ${-b}Z`, { filled: true })];
    case 'line':
      return [one(`M${-a} 0H${a}`, { dash: '16 8' })];
    case 'ring':
      return [
        one(ellipse(0, 0, a, a), { role: 'ink' }),
        one(`M${-a - 14} 0h22M${a - 8} 0h22M0 ${-a - 14}v22M0 ${a - 8}v22`, { role: 'ink', width: 2 }),
      ];
    case 'hand':
      return [
        one(`M${-a} ${-b}q${w * 0.9} 0 ${w} ${b}q0 ${b} ${-w} ${b}`),
        one(`M${-a} ${-b}v${h}`, { width: 2, dash: '6 5' }),
      ];
    case 'mirror':
      return [one(`M0 ${-b}V${b}`, { width: 3, dash: '18 8' }), one(rect, { width: 2 })];
  }
}

/** A bent arrow; its head points where it goes. */
function arrow({ from, to, bend }: z.infer<typeof Arrow>): PictureStroke[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.hypot(dx, dy) || 1;
  const mid = middle({ from, to, bend });
  const [ex, ey] = [to[0] - mid[0], to[1] - mid[1]];
  const e = Math.hypot(ex, ey) || 1;
  const [ux, uy] = bend === 0 ? [dx / long, dy / long] : [ex / e, ey / e];
  const at = (back: number, side: number): string =>
    `${(to[0] - back * ux - side * uy).toFixed(1)} ${(to[1] - back * uy + side * ux).toFixed(1)}`;
  return [
    { d: `M${from[0]} ${from[1]}Q${mid[0].toFixed(1)} ${mid[1].toFixed(1)} ${at(12, 0)}`, role: 'ink', width: 5 },
    { d: `M${to[0]} ${to[1]}L${at(26, 11)}L${at(26, -11)}Z`, role: 'ink', width: 1, filled: true },
  ];
}

function middle({ from, to, bend }: Pick<z.infer<typeof Arrow>, 'from' | 'to' | 'bend'>): Point {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const long = Math.hypot(dx, dy) || 1;
  return [(from[0] + to[0]) / 2 + (2 * bend * dy) / long, (from[1] + to[1]) / 2 - (2 * bend * dx) / long];
}

type Joints = Readonly<
  Record<
    | 'head'
    | 'neck'
    | 'hip'
    | 'kneeL'
    | 'kneeT'
    | 'ankleL'
    | 'ankleT'
    | 'shoulderL'
    | 'shoulderT'
    | 'elbowL'
    | 'elbowT'
    | 'hands'
    | 'club',
    Point
  >
>;

/** Joints from the front, ground at 0, up negative; the lead side left. */
const FIGURES: Readonly<Record<(typeof POSES)[number], Joints>> = {
  address: { ankleL: [-52, -14], ankleT: [52, -14], head: [0, -272], neck: [0, -244], hip: [0, -150], kneeL: [-42, -82], kneeT: [42, -82], shoulderL: [-40, -236], shoulderT: [40, -236], elbowL: [-34, -192], elbowT: [32, -190], hands: [-4, -150], club: [4, -4] }, // prettier-ignore
  top: { ankleL: [-52, -14], ankleT: [52, -14], head: [4, -272], neck: [8, -244], hip: [6, -150], kneeL: [-28, -82], kneeT: [46, -82], shoulderL: [-14, -232], shoulderT: [32, -246], elbowL: [30, -252], elbowT: [66, -224], hands: [70, -272], club: [-46, -304] }, // prettier-ignore
  down: { ankleL: [-52, -14], ankleT: [52, -14], head: [2, -270], neck: [0, -242], hip: [-16, -150], kneeL: [-50, -82], kneeT: [34, -82], shoulderL: [-34, -230], shoulderT: [34, -240], elbowL: [10, -206], elbowT: [50, -196], hands: [48, -196], club: [112, -262] }, // prettier-ignore
  impact: { ankleL: [-52, -14], ankleT: [52, -14], head: [8, -272], neck: [2, -244], hip: [-22, -152], kneeL: [-56, -82], kneeT: [26, -80], shoulderL: [-40, -240], shoulderT: [36, -236], elbowL: [-38, -194], elbowT: [20, -188], hands: [-26, -150], club: [4, -4] }, // prettier-ignore
  finish: { ankleL: [-52, -14], ankleT: [42, -40], head: [-42, -278], neck: [-44, -250], hip: [-46, -156], kneeL: [-52, -84], kneeT: [0, -78], shoulderL: [-78, -240], shoulderT: [-18, -244], elbowL: [-96, -256], elbowT: [-46, -272], hands: [-86, -290], club: [34, -300] }, // prettier-ignore
};

/** The body from the front: the lead side solid, the trail side dashed, the middle in ink. */
function body({ pose, arms, hips, chest }: z.infer<typeof Body>): PictureStroke[] {
  const raw = FIGURES[pose];
  const moved = (by: number, [x, y]: Point): Point => [x + by, y];
  const j: Joints = {
    ...raw,
    hip: moved(hips, raw.hip),
    kneeL: moved(hips / 2, raw.kneeL),
    kneeT: moved(hips / 2, raw.kneeT),
    head: moved(chest, raw.head),
    neck: moved(chest, raw.neck),
    shoulderL: moved(chest, raw.shoulderL),
    shoulderT: moved(chest, raw.shoulderT),
    elbowL: moved(chest, raw.elbowL),
    elbowT: moved(chest, raw.elbowT),
    hands: moved(chest, raw.hands),
  };
  const line = (...ps: readonly Point[]): string => ps.map((p, i) => `${i ? 'L' : 'M'}${p[0]} ${p[1]}`).join('');
  const bone = (role: StrokeRole, ...ps: readonly Point[]): PictureStroke => ({
    d: line(...ps),
    role,
    width: 6,
    ...(role === 'trail' ? { dash: '12 7' } : {}),
  });
  const [hipL, hipT]: [Point, Point] = [moved(-20, j.hip), moved(20, j.hip)];
  const toe = ([x, y]: Point, out: number): Point => [x + out, y + (y < -20 ? 34 : 10)];
  const crossed: PictureStroke[] = [
    bone('lead', j.shoulderL, [j.neck[0] - 46, -204], [j.neck[0] + 26, -226]),
    bone('trail', j.shoulderT, [j.neck[0] + 46, -204], [j.neck[0] - 26, -226]),
    { d: line([j.neck[0] - 88, -216], [j.neck[0] + 88, -216]), role: 'quiet', width: 4 },
  ];
  const withClub: PictureStroke[] = [
    bone('lead', j.shoulderL, j.elbowL, j.hands),
    bone('trail', j.shoulderT, j.elbowT, j.hands),
    { d: line(j.hands, j.club), role: 'quiet', width: 4 },
  ];
  const hanging: PictureStroke[] = [
    bone('lead', j.shoulderL, [j.shoulderL[0] + 4, -190], [j.shoulderL[0] + 14, -146]),
    bone('trail', j.shoulderT, [j.shoulderT[0] - 4, -190], [j.shoulderT[0] - 14, -146]),
  ];
  return [
    { d: 'M-180 0H180', role: 'quiet', width: 2 },
    { d: ellipse(j.head[0], j.head[1], 24, 28), role: 'ink', width: 5 },
    bone('ink', j.shoulderL, j.neck, j.shoulderT),
    bone('ink', j.neck, j.hip),
    bone('ink', hipL, hipT),
    bone('lead', hipL, j.kneeL, j.ankleL, toe(j.ankleL, -22)),
    bone('trail', hipT, j.kneeT, j.ankleT, toe(j.ankleT, j.ankleT[1] < -20 ? -6 : 22)),
    ...{ club: withClub, crossed, hanging }[arms],
  ];
}

/** The lines of a picture, as a right-hander sees it; a left-hander's is its mirror image, words apart. */
export function pictureLines(p: DrillPicture): PictureLines {
  const before = p.before.flatMap(({ foot: side, at, turn }): PictureStroke[] => [
    {
      d: SOLE,
      role: 'quiet',
      width: 3,
      dash: '6 8',
      transform: `translate(${at[0]} ${at[1]}) rotate(${turn})${mirror(side)}`,
    },
  ]);
  return {
    box: p.body ? FRONT : PLAN,
    strokes: [
      ...before,
      ...p.things.flatMap(thing),
      ...(p.body ? body(p.body) : []),
      ...(p.lead ? foot('lead', p.lead) : []),
      ...(p.trail ? foot('trail', p.trail) : []),
      ...p.arrows.flatMap(arrow),
    ],
    texts: [
      ...p.things.flatMap((t): PictureText[] =>
        t.words ? [{ at: [t.at[0], t.at[1] + t.size[1] / 2 + 30], text: t.words, size: 26, role: 'aid' }] : [],
      ),
      ...p.arrows.flatMap((a): PictureText[] => {
        if (a.beat === undefined) return [];
        const m = middle({ ...a, bend: a.bend / 2 + 26 });
        return [{ at: [m[0], m[1] + 12], text: String(a.beat), size: 36, role: 'ink' }];
      }),
    ],
  };
}
