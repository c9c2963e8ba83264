import { USUAL_HOURS } from './booking-words.js';
import type { HouseSettings } from './settings.js';

/** How a house is until somebody says otherwise. */
export const DEFAULT_HOUSE: HouseSettings = {
  units: { distance: 'm', speed: 'm/s', length: 'mm', mass: 'kg' },
  school: 'common-ground',
  askFelt: false,
  labAxes: {},
  columns: {},
  limits: {},
  sports: {},
  name: '',
  coaches: [],
  signature: '',
  zone: '',
  hours: [...USUAL_HOURS],
  nightly: { on: true, folder: '' },
};
