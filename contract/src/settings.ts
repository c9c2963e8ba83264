import { Limit } from '@vilko/core/faults/rule';
import { CsvMapping } from '@vilko/core/formats/csv/csv-mapping';
import { HouseSports } from '@vilko/core/words/sports';
import * as z from 'zod';
import { OpenHours, TimeZone } from './booking.js';
import { USUAL_HOURS } from './booking-words.js';

export const Units = z.object({
  distance: z.enum(['m', 'yd']),
  speed: z.enum(['m/s', 'km/h', 'mph']),
  length: z.enum(['mm', 'in']),
  mass: z.enum(['kg', 'lb']),
});
export type Units = z.infer<typeof Units>;

/** What holds for the whole house, whoever sits in front of it. */
export const HouseSettings = z.object({
  units: Units,
  /** Pattern swings are read under unless a pupil has an own. */
  school: z.string(),
  /** Ask for what was felt before a number is shown. */
  askFelt: z.boolean(),
  /** Lab axes by the laboratory a C3D file comes from. */
  labAxes: z.record(z.string(), z.string()).default({}),
  /** What the columns of a CSV file mean, by its header. */
  columns: z.record(z.string(), CsvMapping).default({}),
  /** Limits of faults that the house has changed, by `fault:measure`. */
  limits: z.record(z.string(), Limit).default({}),
  /** Comparisons from other sports in the house's own words. */
  sports: HouseSports.default({}),
  /** What the house is called, and who teaches in it; without a name the one coach is the instructor. */
  name: z.string().trim().max(80).default(''),
  coaches: z.array(z.string().trim().min(1).max(80)).max(40).default([]),
  /** What stands beneath the instructor's name at the end of a letter. */
  signature: z.string().max(600).default(''),
  /** IANA name of its time zone; empty: the machine's. */
  zone: TimeZone.default(''),
  /** When it is open, Monday first. */
  hours: z
    .array(OpenHours)
    .length(7)
    .default([...USUAL_HOURS]),
  /** A backup by itself each night; an empty folder is the data folder's own. */
  nightly: z.object({ on: z.boolean(), folder: z.string().max(1000) }).default({ on: true, folder: '' }),
});
export type HouseSettings = z.infer<typeof HouseSettings>;

/** How last night's backup went. */
export const NightReport = z.object({
  at: z.string(),
  /** The file, with its folder; null where none came about. */
  file: z.string().nullable(),
  size: z.int(),
  swings: z.int(),
  /** Files that should be in it, but were not there any more. */
  missing: z.int().default(0),
  /** Read back from the disk and found whole; else what went wrong, in a sentence without its point. */
  wrong: z.string().nullable(),
});
export type NightReport = z.infer<typeof NightReport>;

export const Backup = z.object({
  name: z.string(),
  at: z.string(),
  size: z.int(),
  pupils: z.int(),
  swings: z.int(),
  /** Files that should be in it, but were not there any more; they are listed in its missing.txt. */
  missing: z.int().default(0),
});
export type Backup = z.infer<typeof Backup>;

/** What putting a backup back did. */
export const Restored = z.object({
  pupils: z.int(),
  lessons: z.int(),
  swings: z.int(),
  films: z.int(),
  /** Swings without a sure owner. */
  inbox: z.int().default(0),
  /** Settings, remembered readings of files and limits that were not there. */
  settings: z.int().default(0),
  there: z.int(),
});
export type Restored = z.infer<typeof Restored>;

/** A device that was seen, and how it was at its last set-up. */
export const KnownDevice = z.object({
  name: z.string(),
  kind: z.string(),
  rate: z.number(),
  lastSeen: z.string(),
  connected: z.boolean(),
  health: z.string(),
});
export type KnownDevice = z.infer<typeof KnownDevice>;

export const Session = z.object({
  /** Signing in is wanted here. */
  needed: z.boolean(),
  signedIn: z.boolean(),
  /** A password is set. */
  password: z.boolean(),
});
export type Session = z.infer<typeof Session>;
