/** A socket's words as JSON; null when they are none. */
export function parsed(data: Buffer): unknown {
  try {
    return JSON.parse(data.toString('utf8'));
  } catch {
    return null;
  }
}
