import { build, install } from './steps.mjs';

install();
build({ force: process.argv.includes('--force') });
