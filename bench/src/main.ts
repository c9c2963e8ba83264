import { analysisRows } from './analysis.js';
import { benchBays } from './bays.js';
import { formatRows } from './formats.js';
import { benchLive } from './live.js';
import { benchRenewal } from './renewal.js';
import { benchScale } from './scale.js';
import { scoreRows } from './score.js';
import { keepTable } from './speed-table.js';
import { startRow, storedRow } from './whole.js';

const only = process.argv[2];
if (!only || only === 'table')
  keepTable([...analysisRows(), ...formatRows(), startRow(), storedRow(), ...(await scoreRows())]);
if (!only || only === 'live') await benchLive();
if (!only || only === 'bays') await benchBays();
if (only === 'scale') await benchScale();
if (only === 'renewal') await benchRenewal();
