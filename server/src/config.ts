import { resolve } from 'node:path';
import { z } from 'zod';

const Environment = z.object({
  HOST: z.string().default('127.0.0.1'),
  PORT: z.coerce.number().int().min(0).max(65535).default(4310),
  VILKO_DATA: z.string().default('.data/vilko'),
  DATABASE_URL: z.string().optional(),
  VILKO_WEB: z.string().optional(),
  VILKO_DEMO: z.enum(['0', '1']).default('0'),
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
  readonly demo: boolean;
}

const LOOPBACK = ['127.0.0.1', 'localhost', '::1'];

/** Reads the environment; anything beyond loopback is refused as long as there is no signing in. */
export function readConfig(env: NodeJS.ProcessEnv, defaultWeb: string): Config {
  const e = Environment.parse(env);
  if (!LOOPBACK.includes(e.HOST))
    throw new Error(`HOST=${e.HOST} would show pupils' data to the network without a sign-in: Vilko listens on this machine only`);
  return {
    host: e.HOST,
    port: e.PORT,
    data: resolve(e.VILKO_DATA),
    databaseUrl: e.DATABASE_URL,
    web: resolve(e.VILKO_WEB ?? defaultWeb),
    demo: e.VILKO_DEMO === '1',
  };
}
