import { resolve } from 'node:path';
import * as z from 'zod';

const NO_PORT = 'is no port: 0 to 65535';

const Environment = z.object({
  HOST: z.string().default('127.0.0.1'),
  PORT: z.coerce.number(NO_PORT).int(NO_PORT).min(0, NO_PORT).max(65535, NO_PORT).default(4310),
  VILKO_DATA: z.string().default('.data/vilko'),
  DATABASE_URL: z.string().optional(),
  VILKO_WEB: z.string().optional(),
  VILKO_DEMO: z.enum(['0', '1', 'newest', 'whole'], 'is none of 0, 1, newest, whole').default('0'),
  VILKO_BAYS: z.string().default(''),
  VILKO_HOME: z.enum(['0', '1'], 'is neither 0 nor 1').default('0'),
  VILKO_PASSPHRASE: z.string().optional(),
  VILKO_PASSWORD: z.string().min(10, 'is shorter than 10 characters: choose a longer one').optional(),
});

export interface Config {
  readonly host: string;
  readonly port: number;
  /** Folder of the embedded database. */
  readonly data: string;
  /** PostgreSQL instead of the embedded database; memory:// for tests. */
  readonly databaseUrl?: string;
  /** Folder of the built web application. */
  readonly web: string;
  /**
   * The sample world: none, older lessons filled in while the server runs (1), only the newest, or the whole before
   * it starts.
   */
  readonly demo: '0' | '1' | 'newest' | 'whole';
  /** Names of bays the house is to have beside its first. */
  readonly bays: readonly string[];
  /** This machine stands at somebody's home: only practising alone is open on it. */
  readonly home: boolean;
  /** Opens a sealed data folder, or seals a new one. */
  readonly passphrase?: string;
  /** Beyond loopback: everybody signs in. */
  readonly signIn: boolean;
  /** Sets the instructor's password at the start. */
  readonly password?: string;
}

const LOOPBACK = ['127.0.0.1', 'localhost', '::1'];

/**
 * Reads the environment; beyond loopback everybody must sign in.
 * @throws Error that says which variable is wrong, and why
 */
export function readConfig(env: NodeJS.ProcessEnv, defaultWeb: string): Config {
  const read = Environment.safeParse(env);
  if (!read.success) throw new Error(read.error.issues.map((i) => `${i.path.join('.')} ${i.message}`).join('; '));
  const e = read.data;
  return {
    host: e.HOST,
    port: e.PORT,
    data: resolve(e.VILKO_DATA),
    databaseUrl: e.DATABASE_URL,
    web: resolve(e.VILKO_WEB ?? defaultWeb),
    demo: e.VILKO_DEMO,
    bays: e.VILKO_BAYS.split(',').flatMap((n) => n.trim() || []),
    home: e.VILKO_HOME === '1',
    passphrase: e.VILKO_PASSPHRASE || undefined,
    signIn: !LOOPBACK.includes(e.HOST),
    password: e.VILKO_PASSWORD,
  };
}
