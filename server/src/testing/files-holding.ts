import { readFileSync } from 'node:fs';
import { filesUnder } from '../sealed/in-place.js';

/** Files below a folder in which these bytes stand. */
export const filesHolding = (folder: string, what: Buffer | string): string[] =>
  filesUnder(folder).filter((file) => readFileSync(file).includes(what));
