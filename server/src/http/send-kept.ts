import type { FastifyReply } from 'fastify';
import { basename, dirname } from 'node:path';
import ranges from 'range-parser';
import type { HouseFiles } from '../sealed/house-files.js';

/** Seconds of a day. */
export const A_DAY = 24 * 3600;

/** A file of the house that a page asks for. */
export interface KeptFile {
  readonly files: HouseFiles;
  readonly file: string;
  readonly mime: string;
  /** Seconds for which a browser may keep it; null: whoever answers has said so already. */
  readonly keptFor: number | null;
}

/**
 * Sends a film or photograph, or the part of it that was asked for (RFC 9110, 14): a film is looked at from any place
 * before it is there whole, whether the house is sealed or not.
 */
export async function sendKept(reply: FastifyReply, kept: KeptFile): Promise<FastifyReply> {
  const { files, file, mime, keptFor } = kept;
  reply.type(mime);
  // what lies open goes out as it is
  if (!files.key)
    return reply.sendFile(basename(file), dirname(file), {
      ...(keptFor === null ? { cacheControl: false } : { maxAge: keptFor * 1000 }),
    });
  const size = await files.size(file).catch(() => null);
  if (size === null) {
    reply.callNotFound();
    return reply;
  }
  reply.header('accept-ranges', 'bytes');
  if (keptFor !== null) reply.header('cache-control', `public, max-age=${keptFor}`);
  const asked = reply.request.headers.range;
  const told = asked === undefined ? -2 : ranges(size, asked, { combine: true });
  if (told === -1) return reply.code(416).header('content-range', `bytes */${size}`).send();
  // one part is sent as such; what cannot be read, or asks for several, is answered with the whole
  const part = Array.isArray(told) && told.type === 'bytes' && told.length === 1 ? told[0]! : null;
  if (!part) return reply.header('content-length', size).send(files.from(file));
  return reply
    .code(206)
    .header('content-range', `bytes ${part.start}-${part.end}/${size}`)
    .header('content-length', part.end - part.start + 1)
    .send(files.from(file, part));
}
