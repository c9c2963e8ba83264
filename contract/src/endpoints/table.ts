import type { AddressName } from './addresses.js';
import { ALONE } from './alone.js';
import { BAYS } from './bays.js';
import { BIN } from './bin.js';
import { ENTERED } from './entered.js';
import { DAY } from './day.js';
import { HOUSE_DRILLS } from './drills.js';
import type { Endpoint } from './endpoint.js';
import { HOUSE } from './house.js';
import { INBOX } from './inbox.js';
import { JUDGING } from './judging.js';
import { LETTERS } from './letters.js';
import { LESSONS } from './lessons.js';
import { PRACTICE } from './practice.js';
import { PROGRAMMES } from './programmes.js';
import { PUPILS } from './pupils.js';
import { REPORTS } from './reports.js';
import { SHARED } from './shared.js';
import { SWINGS } from './swings.js';

/**
 * Every address of the server, once. Routes, the browser's calls, who may ask and the description at
 * /api/openapi.json come from it.
 */
export const ENDPOINTS = {
  ...PUPILS,
  ...LESSONS,
  ...SWINGS,
  ...ENTERED,
  ...PRACTICE,
  ...ALONE,
  ...REPORTS,
  ...LETTERS,
  ...SHARED,
  ...JUDGING,
  ...HOUSE_DRILLS,
  ...DAY,
  ...PROGRAMMES,
  ...BAYS,
  ...INBOX,
  ...BIN,
  ...HOUSE,
} satisfies Readonly<Record<AddressName, Endpoint>>;
export type Endpoints = typeof ENDPOINTS;
export type EndpointName = keyof Endpoints;
