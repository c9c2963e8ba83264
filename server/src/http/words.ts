import { Readable } from 'node:stream';

/** A socket's words as JSON; null when they are none. */
export function parsed(data: Buffer): unknown {
  try {
    return JSON.parse(data.toString('utf8'));
  } catch {
    return null;
  }
}

/** A body of bytes; anything else is none. */
export const bytesOf = (body: unknown): Uint8Array => (body instanceof Uint8Array ? body : new Uint8Array(0));

/** A body that goes by; anything else is none. */
export const streamOf = (body: unknown): Readable => (body instanceof Readable ? body : Readable.from([]));
