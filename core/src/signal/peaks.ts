/**
 * Local maxima of a signal (plateaus by their middle) of at least `height`, with `prominence` over the higher of
 * the two valleys beside them, the higher of any two nearer than `distance` samples kept.
 */
export function findPeaks(
  v: Float64Array,
  { height, prominence = 0, distance = 1 }: { height: number; prominence?: number; distance?: number },
): number[] {
  const candidates: number[] = [];
  for (let i = 1; i < v.length - 1; i++) {
    if (!(v[i - 1]! < v[i]!)) continue;
    let j = i;
    while (j + 1 < v.length && v[j + 1] === v[i]) j++;
    if (j + 1 < v.length && v[j + 1]! < v[i]! && v[i]! >= height) candidates.push((i + j) >> 1);
    i = j;
  }
  const kept = new Set(candidates);
  for (const p of [...candidates].sort((a, b) => v[b]! - v[a]! || b - a)) {
    if (!kept.has(p)) continue;
    for (const q of candidates) if (q !== p && kept.has(q) && Math.abs(q - p) < distance) kept.delete(q);
  }
  return candidates.filter((p) => kept.has(p) && prominenceAt(v, p) >= prominence);
}

function prominenceAt(v: Float64Array, p: number): number {
  let left = v[p]!;
  for (let i = p; i >= 0 && v[i]! <= v[p]!; i--) left = Math.min(left, v[i]!);
  let right = v[p]!;
  for (let i = p; i < v.length && v[i]! <= v[p]!; i++) right = Math.min(right, v[i]!);
  return v[p]! - Math.max(left, right);
}
