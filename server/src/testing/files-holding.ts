import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Files below a folder in which these bytes stand. */
export const filesHolding = (folder: string, what: Buffer | string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile())
    .map((f) => join(f.parentPath, f.name))
    .filter((file) => readFileSync(file).includes(what));
