import { existsSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { fileURLToPath } from 'node:url';

/** The faces of a report on paper; they ship beside the server, or lie in the package while it is developed. */
export const FACES = {
  normal: 'hanken-grotesk-latin-400-normal.woff',
  bold: 'hanken-grotesk-latin-600-normal.woff',
} as const;

export function face(which: keyof typeof FACES): Uint8Array {
  const shipped = fileURLToPath(new URL(`./fonts/${FACES[which]}`, import.meta.url));
  return readFileSync(
    existsSync(shipped)
      ? shipped
      : createRequire(import.meta.url).resolve(`@fontsource/hanken-grotesk/files/${FACES[which]}`),
  );
}
