import { benchAnalysis } from './analysis.js';
import { benchLive } from './live.js';

benchAnalysis();
await benchLive();
