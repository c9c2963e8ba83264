import type { Look } from '../../workers/reading.worker';

/**
 * What a file was understood to be.
 * @param told whether it is known how it is to be read
 */
export function lookWords(look: Look, told: boolean): string {
  if (look.format === 'other') return 'a recording that says itself what it is';
  if (look.format === 'c3d')
    return told ? 'C3D of a laboratory whose axes are known' : 'C3D of a new laboratory: its axes are asked next';
  if (look.known) return 'CSV whose columns say what they are';
  return told
    ? 'CSV, its columns as they were told before'
    : `CSV with ${look.names.length} columns and a header that is new here: they are asked next`;
}
