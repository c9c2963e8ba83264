import { Readable } from 'node:stream';

/** So much goes by at a time, bytes: whoever else works in this thread comes in between. */
export const PIECE = 256 * 1024;

function* piecesOf(bytes: Uint8Array): Generator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += PIECE) yield bytes.subarray(at, at + PIECE);
}

/** Bytes as a stream, piece by piece. */
export const inPieces = (bytes: Uint8Array): Readable => Readable.from(piecesOf(bytes), { objectMode: false });
