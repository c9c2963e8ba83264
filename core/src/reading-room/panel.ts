import { random } from '../golfer/random.js';
import panel from './panel.json';
import * as z from 'zod';
import { shipped } from '../shipped.js';
import type { Asked } from './exercise.js';
import { pick } from './lots.js';
import { likelyRight } from './rating.js';

const Reader = z.object({ name: z.string(), points: z.number() });
/** Readers that are simulated, the beginner first: right as often as their points say, else something drawn. */
export const PANEL = shipped(z.array(Reader).min(1), panel);

/** What a reader of the panel says. */
export interface PanelAnswer {
  readonly name: string;
  readonly said: string;
}

/**
 * What the panel says of an item, the same each time it is asked: each reader is right with the probability of their
 * rating, and otherwise says one of the other options.
 */
export const panelSays = ({ seed, options, truth, difficulty }: Asked): PanelAnswer[] =>
  PANEL.map(({ name, points }, i) => {
    const rng = random(seed + 104_729 * (i + 1));
    const right = rng.uniform() < likelyRight(points, { difficulty, chance: 1 / options.length });
    return {
      name,
      said: right
        ? truth
        : pick(
            rng,
            options.filter((o) => o !== truth),
          ),
    };
  });
