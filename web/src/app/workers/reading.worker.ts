/// <reference lib="webworker" />
import { VilkoError } from '@vilko/core/error';
import { c3dSource } from '@vilko/core/formats/c3d/c3d-source';
import { type CsvHead, readCsvHead } from '@vilko/core/formats/csv/csv-head';
import { CsvMapping, headerKey, knowsHeader } from '@vilko/core/formats/csv/csv-mapping';
import { guessMapping } from '@vilko/core/formats/csv/guess-mapping';
import { type FileReading, formatOf, readRecording } from '@vilko/core/formats/formats';
import { previewOf, type RecordingPreview } from '@vilko/core/formats/preview';

type How = Pick<FileReading, 'axes' | 'mapping'>;

/** What a file says about itself before it is read whole. */
export type Look =
  | { readonly format: 'c3d'; readonly source: string }
  | {
      readonly format: 'csv';
      readonly source: string;
      readonly known: boolean;
      readonly names: readonly string[];
      /** What the unit row says of each, which is converted by itself; null without one. */
      readonly units: readonly string[] | null;
      readonly guess: CsvMapping;
    }
  | { readonly format: 'other' };

export type ReadingQuestion =
  { readonly ask: 'look'; readonly file: File } | { readonly ask: 'preview'; readonly file: File; readonly how: How };

export type ReadingAnswer =
  { readonly look: Look } | { readonly preview: RecordingPreview } | { readonly refused: string };

/** Enough of a CSV file for its header, however many columns, and for a preview of its first seconds. */
const HEAD_BYTES = 1 << 20;
const PREVIEW_BYTES = 6 << 20;

addEventListener('message', ({ data }: MessageEvent<ReadingQuestion>) => {
  void answer(data).catch((e: unknown) => {
    const refused =
      e instanceof VilkoError
        ? e.message
        : e instanceof RangeError
          ? 'it is too large for this browser’s memory'
          : 'it could not be read';
    say({ refused });
  });
});

const say = (a: ReadingAnswer): void => postMessage(a);

async function answer(q: ReadingQuestion): Promise<void> {
  if (q.ask === 'look') {
    say({ look: await lookAt(q.file) });
    return;
  }
  const bytes = await bytesOf(formatOf(q.file.name).asks === 'columns' ? wholeLines(q.file) : q.file);
  say({ preview: previewOf(readRecording(bytes, q.file.name, q.how)) });
}

const bytesOf = async (b: Blob): Promise<Uint8Array> => new Uint8Array(await b.arrayBuffer());
/** The first part of a text; a last line that is cut off counts as an incomplete row and is left out. */
const wholeLines = (file: File): Blob => file.slice(0, PREVIEW_BYTES);

async function lookAt(file: File): Promise<Look> {
  const { asks } = formatOf(file.name);
  if (asks === 'directions') {
    const bytes = await bytesOf(file);
    // a file that cannot be read under any axes is not asked about
    readRecording(bytes, file.name);
    return { format: 'c3d', source: c3dSource(bytes) };
  }
  if (asks !== 'columns') return { format: 'other' };
  const head: CsvHead = readCsvHead(await bytesOf(file.slice(0, HEAD_BYTES)));
  return {
    format: 'csv',
    source: headerKey(head),
    known: knowsHeader(head),
    names: head.names,
    units: head.units,
    guess: guessMapping(head),
  };
}
