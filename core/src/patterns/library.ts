import * as z from 'zod';
import commonGround from './library/common-ground.json';
import deepLoad from './library/deep-load.json';
import forefootWind from './library/forefoot-wind.json';
import heelLast from './library/heel-last.json';
import leadPush from './library/lead-push.json';
import pressRecentre from './library/press-recentre.json';
import quietCentre from './library/quiet-centre.json';
import straightLine from './library/straight-line.json';
import trailInside from './library/trail-inside.json';
import twoFootLaunch from './library/two-foot-launch.json';
import { VilkoError } from '../error.js';
import { Pattern } from './pattern.js';
import { shipped } from '../shipped.js';

/** A pattern as its file tells it: whole, or what it says differently from another. */
const Told = z.looseObject({
  id: z.string(),
  like: z.string().optional(),
  bands: z.array(z.looseObject({ measure: z.string() })),
});

/** Every file of the library; adding a pattern touches its own file and this list. */
const FILES = [
  commonGround,
  pressRecentre,
  quietCentre,
  deepLoad,
  forefootWind,
  heelLast,
  leadPush,
  twoFootLaunch,
  straightLine,
  trailInside,
].map((f) => shipped(Told, f));

function whole({ like, ...told }: z.infer<typeof Told>): Pattern {
  const found = FILES.find((f) => f.id === like);
  if (!found) return Pattern.parse(told);
  const { like: _, ...model } = found;
  const own = new Set(told.bands.map((b) => b.measure));
  return Pattern.parse({
    ...model,
    ...told,
    bands: [...model.bands.filter((b) => !own.has(b.measure)), ...told.bands],
  });
}

/** Every pattern shipped. */
export const PATTERNS: readonly Pattern[] = FILES.map(whole);

export const DEFAULT_PATTERN = 'common-ground';

/** The pattern of an id. */
export function patternOf(id: string): Pattern {
  const p = PATTERNS.find((x) => x.id === id);
  if (!p)
    throw new VilkoError(
      'bad-option',
      `there is no pattern "${id}"; there are: ${PATTERNS.map((x) => x.id).join(', ')}`,
    );
  return p;
}
