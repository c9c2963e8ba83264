import { benchAnalysis } from './analysis.js';
import { benchLive } from './live.js';

if (!process.argv.includes('live')) benchAnalysis();
await benchLive();
