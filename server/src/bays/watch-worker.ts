import { swingIn } from '@vilko/core/live';
import type { Look } from './watch.js';

/** What the watching thread runs: whether a swing lies in what a bay cut out of its stream. */
export default ({ stretch, awaited }: Look): number | null => swingIn(stretch, awaited);
