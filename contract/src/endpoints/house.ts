import * as z from 'zod';
import { Backup, HouseSettings, KnownDevice, NightReport, Restored, Session } from '../settings.js';
import { BYTES, rows } from './endpoint.js';

const LEAST_PASSWORD = 10;
/** Guesses of a password in a minute. */
const GUESSES = 8;

/** Settings, devices, backups and signing in. */
export const HOUSE = rows({
  health: {
    does: 'Whether the server answers',
    who: 'anybody',
    reply: z.object({ ok: z.boolean() }),
  },
  house: { does: 'Settings of the house', reply: HouseSettings },
  changeHouse: {
    does: 'Changes settings of the house',
    body: HouseSettings,
    reply: HouseSettings,
  },
  keeping: {
    does: 'How what is kept lies on the disk: open, or sealed under a passphrase',
    reply: z.object({ sealed: z.boolean() }),
  },
  devices: {
    does: 'Devices that were in the bay',
    reply: z.object({ devices: z.array(KnownDevice), key: z.string() }),
  },
  backups: { does: 'Backups in the data folder', reply: z.array(Backup) },
  night: {
    does: 'How last night’s backup went; null before the first',
    reply: NightReport.nullable(),
  },
  makeBackup: { does: 'Makes a backup', reply: Backup, makes: true },
  backupFile: { does: 'A backup as a file', reply: BYTES },
  restoreBackup: {
    does: 'Puts a backup back',
    query: z.object({ called: z.string().optional() }),
    reply: Restored,
  },
  restoreFile: {
    does: 'Puts a backup or pupil bundle back; the body is the file',
    query: z.object({ name: z.string() }),
    body: BYTES,
    // it goes to the disk as it comes, and the disk's room is looked at before
    largest: Number.MAX_SAFE_INTEGER,
    reply: Restored,
  },
  session: {
    does: 'Whether signing in is needed and done',
    who: 'anybody',
    reply: Session,
  },
  signIn: {
    does: 'Signs in',
    who: 'anybody',
    body: z.object({ password: z.string().max(200) }),
    reply: Session,
    perMinute: GUESSES,
  },
  signOut: { does: 'Signs out', who: 'anybody', reply: Session },
  setPassword: {
    does: 'Sets the instructor’s password; everybody must sign in anew',
    body: z.object({ old: z.string().max(200).nullable(), password: z.string().min(LEAST_PASSWORD).max(200) }),
    reply: Session,
    perMinute: GUESSES,
  },
});
