import { VilkoError } from '@vilko/core/error';
import { EXERCISES } from '@vilko/core/reading-room/exercise';
import { Paper, paperCode } from '@vilko/core/reading-room/paper';
import * as z from 'zod';
import { fileWords, saveFile } from '../../shell/files';
import type { Sitting } from './papers';

const Read = z.object({
  at: z.iso.datetime(),
  day: z.iso.date(),
  exercise: z.enum(EXERCISES),
  seed: z.number(),
  truth: z.string().max(80),
  answer: z.object({ said: z.string().max(80), sure: z.number().min(0).max(1) }).nullable(),
  number: z
    .object({
      ...{ value: z.number(), half: z.number(), truth: z.number(), worth: z.number().positive() },
      unit: z.string().max(20).optional(),
    })
    .nullable(),
  vilko: z.string().max(80).nullable(),
  options: z.int().min(0),
  chance: z.number().min(0).max(1),
  difficulty: z.number().nullable(),
  pair: z.string().max(200).nullable(),
});

/** A result as it goes from one browser to another. */
const ResultFile = z.object({
  vilko: z.literal('paper-result'),
  version: z.literal(1),
  sitting: z.object({
    paper: Paper,
    reader: z.string().trim().min(1).max(60),
    at: z.iso.datetime(),
    reads: z.array(Read),
  }),
});

/** Hands a result over as a file, to be laid beside another reader's elsewhere. */
export function saveResult(sitting: Sitting): void {
  const file: z.input<typeof ResultFile> = {
    ...{ vilko: 'paper-result', version: 1 },
    sitting: { ...sitting, reads: [...sitting.reads] },
  };
  const name = fileWords(`paper ${paperCode(sitting.paper)} ${sitting.reader}`);
  saveFile(`${name}.json`, new Blob([JSON.stringify(file, null, 1)], { type: 'application/json' }));
}

/**
 * The result in such a file.
 * @throws VilkoError saying what is wrong with it
 */
export function readResult(json: unknown, name: string): Sitting {
  const file = ResultFile.safeParse(json);
  if (!file.success) {
    const [issue] = file.error.issues;
    throw new VilkoError('unreadable', `${name} is no result of a paper: ${issue?.path.join('.')} ${issue?.message}`);
  }
  const { sitting } = file.data;
  const { paper, reads } = sitting;
  if (reads.length > paper.items || reads.some((r) => r.exercise !== paper.exercise))
    throw new VilkoError('unreadable', `${name} holds answers that are not to the items of its paper`);
  return sitting;
}
