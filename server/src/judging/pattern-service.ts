import type { PatternVersion } from '@vilko/contract';
import { type Pattern, PATTERNS, VilkoError } from '@vilko/core';
import type { PatternRepository, PatternRow } from './pattern-repository.js';

const told = ({ version, savedAt, pattern }: PatternRow): PatternVersion => ({
  version,
  savedAt: savedAt.toISOString(),
  pattern,
});

const isShipped = (id: string): boolean => PATTERNS.some((p) => p.id === id);

/** The house's own patterns: added, saved as new versions, deleted and put back. Those shipped stay as they are. */
export function patternService(repository: PatternRepository) {
  const save = async (pattern: Pattern): Promise<PatternVersion> => {
    const [last] = await repository.versions(pattern.id);
    if (!last) throw new VilkoError('bad-option', `there is no own pattern "${pattern.id}"`);
    return told(await repository.add({ ...pattern, version: last.version + 1 }));
  };
  return {
    own: async (): Promise<Pattern[]> => (await repository.newest()).map((r) => r.pattern),
    list: async (): Promise<PatternVersion[]> => (await repository.newest()).map(told),
    versions: async (id: string): Promise<PatternVersion[]> => (await repository.versions(id)).map(told),
    /** A pattern that was copied, made or brought; an id that is taken gets a number. */
    async add(pattern: Pattern): Promise<PatternVersion> {
      let id = pattern.id;
      for (let n = 2; isShipped(id) || (await repository.versions(id)).length; n++)
        id = `${pattern.id.slice(0, 56)}-${n}`;
      return told(await repository.add({ ...pattern, id, version: 1 }));
    },
    async save(pattern: Pattern): Promise<PatternVersion> {
      if (isShipped(pattern.id))
        throw new VilkoError('bad-option', `${pattern.name} comes with the application: copy it, then change the copy`);
      return save(pattern);
    },
    setDeleted: async (id: string, deleted: boolean): Promise<PatternVersion | null> => {
      const row = await repository.setDeleted(id, deleted);
      return row && told(row);
    },
  };
}

export type PatternService = ReturnType<typeof patternService>;
