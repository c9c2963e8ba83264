import { DEFAULT_HOUSE, type HouseSettings } from '@vilko/contract';
import type { HouseRepository } from './house-repository.js';

/** Under which the house keeps its settings. */
export const SETTINGS = 'settings';

/** Under which the house keeps its mark, a picture as data: URL. */
export const MARK = 'mark';

/** The settings in force. */
export const settingsOf = async (house: HouseRepository): Promise<HouseSettings> => ({
  ...DEFAULT_HOUSE,
  ...(await house.get<HouseSettings>(SETTINGS)),
});

/**
 * Settings with what a backup knows beside them: where a reading of files or a limit is there already it stays, and
 * units, school and the like only come where nothing was ever set.
 */
export function settingsBack(
  now: HouseSettings | null,
  kept: HouseSettings,
): { settings: HouseSettings; news: number } {
  if (!now) return { settings: kept, news: 1 };
  const remembered = ['labAxes', 'columns', 'limits', 'sports'] as const;
  const news = remembered.reduce(
    (n, k) => n + Object.keys(kept[k]).filter((key) => !Object.hasOwn(now[k], key)).length,
    0,
  );
  return {
    settings: {
      ...now,
      labAxes: { ...kept.labAxes, ...now.labAxes },
      columns: { ...kept.columns, ...now.columns },
      limits: { ...kept.limits, ...now.limits },
      sports: { ...kept.sports, ...now.sports },
    },
    news,
  };
}
