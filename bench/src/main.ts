import { benchAnalysis } from './analysis.js';
import { benchBays } from './bays.js';
import { benchFormats } from './formats.js';
import { benchLive } from './live.js';

const only = process.argv[2];
if (!only || only === 'analysis') benchAnalysis();
if (!only || only === 'formats') benchFormats();
if (!only || only === 'live') await benchLive();
if (!only || only === 'bays') await benchBays();
