import { existsSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

const FACES = {
  normal: 'hanken-grotesk-latin-400-normal.woff',
  bold: 'hanken-grotesk-latin-600-normal.woff',
} as const;

/** The faces of a report on paper. */
export type Face = keyof typeof FACES;

/** Where the file of a face is: it ships beside the server, or lies in the package while that is developed. */
export function faceFile(which: Face): string {
  const shipped = fileURLToPath(new URL(`./fonts/${FACES[which]}`, import.meta.url));
  return existsSync(shipped)
    ? shipped
    : createRequire(import.meta.url).resolve(`@fontsource/hanken-grotesk/files/${FACES[which]}`);
}
