import { CLUB_CLASSES, type Stated } from '../../recording/recording.js';
import { number } from './analog.js';
import type { C3dParameters } from './parameters.js';

/** Group in which a C3D file written here keeps what was stated about the golfer; other readers pass it over. */
export const STATED_GROUP = 'VILKO';

/** Mass (kg), stature (m), handedness and club, where the file has them. */
export function readStated(p: C3dParameters): Stated {
  const text = (name: string) => p.get(STATED_GROUP, name)?.texts[0]?.toLowerCase();
  const mass = number(p, STATED_GROUP, 'MASS');
  const stature = number(p, STATED_GROUP, 'STATURE');
  const handed = text('HANDED');
  const club = CLUB_CLASSES.find((c) => c === text('CLUB'));
  return {
    ...(mass ? { mass } : {}),
    ...(stature ? { stature } : {}),
    ...(handed === 'left' || handed === 'right' ? { handed } : {}),
    ...(club ? { club } : {}),
  };
}
