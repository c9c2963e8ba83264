/** Things by a key, in the order they come; in one pass. */
export function grouped<T, K>(things: Iterable<T>, keyOf: (thing: T) => K): Map<K, T[]> {
  const out = new Map<K, T[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    const there = out.get(key);
    if (there) there.push(thing);
    else out.set(key, [thing]);
  }
  return out;
}
