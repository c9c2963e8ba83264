/** An error with the code that a database or a file system gave it. */
type Coded = Error & { readonly code?: unknown };

/** An error, then what is behind it: what runs a query wraps what the database says. */
export function causesOf(error: unknown): Coded[] {
  const causes: Coded[] = [];
  for (let e = error; e instanceof Error; e = e.cause) causes.push(e);
  return causes;
}
