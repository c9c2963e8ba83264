import type { SQL } from 'drizzle-orm';
import type { Db } from './open.js';

/** The rows of a query in SQL, as either driver answers it; what they hold is the caller's word. */
export async function rowsOf<T>(db: Pick<Db, 'execute'>, query: SQL): Promise<readonly T[]> {
  const answer: unknown = await db.execute(query);
  return (answer as { readonly rows: readonly T[] }).rows;
}
