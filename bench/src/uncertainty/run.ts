import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import type { SimulatedDevice } from '@vilko/core/golfer';
import { compareSwing, type Compared } from './one-swing.js';

/** What a run over one device leaves behind. */
export interface Run {
  /** Swings that were not found. */
  readonly missed: number;
  readonly rows: readonly Compared[];
}

/** Compares swings 0 … n − 1 on a device; one process of its own. */
const [device, n, out] = process.argv.slice(2);
const rows: Compared[] = [];
let missed = 0;
for (let i = 0; i < Number(n); i++) {
  const compared = compareSwing(device as SimulatedDevice, i);
  if (compared) rows.push(compared);
  else missed++;
}
mkdirSync(dirname(out!), { recursive: true });
writeFileSync(out!, JSON.stringify({ missed, rows } satisfies Run));
