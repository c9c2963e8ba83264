import { randomUUID } from 'node:crypto';
import { type Film, FILM_ANGLES, type FilmChange, MOST_FILMS } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { FilmRepository } from './film-repository.js';
import type { SwingRepository } from './swing-repository.js';
import type { FilmStore } from './film-store.js';

export type NewFilm = Pick<Film, 'angle' | 'duration' | 'aspect' | 'frameRate' | 'impact' | 'impactBy' | 'from'>;

/** What a film file says of itself in its first bytes; null when it is neither WebM nor MP4. */
export function filmMime(bytes: Uint8Array): Film['mime'] | null {
  if (bytes[0] === 0x1a && bytes[1] === 0x45 && bytes[2] === 0xdf && bytes[3] === 0xa3) return 'video/webm';
  return String.fromCharCode(...bytes.subarray(4, 8)) === 'ftyp' ? 'video/mp4' : null;
}

/** Films beside swings: rows in the database, pictures as files. */
export function filmService(swings: SwingRepository, films: FilmRepository, store: FilmStore) {
  return {
    async add(swingId: string, bytes: Uint8Array, about: NewFilm): Promise<Film | null> {
      if (!(await swings.one(swingId))) return null;
      const mime = filmMime(bytes);
      if (!mime) throw new VilkoError('unsupported', 'this file is neither WebM nor MP4: no film was stored');
      const there = await films.ofSwings([swingId]);
      if (there.length >= MOST_FILMS)
        throw new VilkoError('bad-option', 'this swing has three films already: delete one first');
      // films of one swing show different sides
      const taken = there.map((f) => f.angle);
      const angle = [about.angle, ...FILM_ANGLES].find((a) => !taken.includes(a)) ?? about.angle;
      const film: Film = {
        ...about,
        angle,
        id: randomUUID(),
        swingId,
        mime,
        size: bytes.byteLength,
        lines: [],
        followed: [],
        note: '',
      };
      await store.put(film, bytes);
      await films.add(film);
      return film;
    },
    one: (id: string) => films.one(id),
    change: (id: string, change: FilmChange) => films.change(id, change),
    toSend: store.toSend,
    /** Deleted films stay, so that it can be undone. */
    setDeleted: (id: string, deleted: boolean) => films.setDeleted(id, deleted),
  };
}

export type FilmService = ReturnType<typeof filmService>;
