import { randomInt, randomUUID } from 'node:crypto';
import {
  type Experiment,
  type ExperimentAct,
  type KeptExperiment,
  type NewExperiment,
  SHOT_NUMBERS,
  type SwingHead,
} from '@vilko/contract';
import { type Arm, drawTrials, measureRow, nextTrial, trialsSay, VilkoError, worthOf } from '@vilko/core';
import type { SwingService } from '../swings/swing-service.js';
import type { ExperimentRepository } from './experiment-repository.js';

/** Uniform in [0, 1), from the machine's own randomness: nobody may guess the next trial. */
const draw = (): number => randomInt(2 ** 32) / 2 ** 32;

interface Measured {
  readonly words: string;
  readonly unit: string;
  readonly worth: number;
}

/** What is measured, in words, and the smallest difference that matters; null where none is known. */
function measured({ of, id }: NewExperiment['measure']): Measured | null {
  if (of === 'ball') return SHOT_NUMBERS.find((n) => n.key === id)!;
  const [row, worth] = [measureRow(id), worthOf(id)];
  return row && worth !== null ? { words: row.words, unit: row.unit, worth } : null;
}

/** The arm of the next swing; null when it has ended or all are drawn. */
const next = (e: KeptExperiment) => (e.endedAt === null ? nextTrial(e.order, e.trials, e.about.warmUp) : null);

/** An experiment as its page shows it. */
function shown(e: KeptExperiment, rack: readonly SwingHead[], values: ReadonlyMap<string, number | null>): Experiment {
  const what = measured(e.about.measure);
  const trials = e.trials.map((t) => {
    const head = rack.find((s) => s.id === t.swingId);
    const ball = e.about.measure.of === 'ball' ? (head?.shot?.values[e.about.measure.id] ?? null) : null;
    return { ...t, number: head?.number ?? null, value: head ? (ball ?? values.get(t.swingId) ?? null) : null };
  });
  const after = next(e);
  const counted = trials.flatMap((t) =>
    t.arm !== 'warm-up' && !t.void ? [{ arm: t.arm satisfies Arm, value: t.value }] : [],
  );
  // while it runs nobody sees which way it leans
  const says = after === null ? trialsSay(counted, what?.worth ?? 0) : null;
  return {
    ...e,
    words: what?.words ?? e.about.measure.id,
    unit: what?.unit ?? '',
    trials,
    next: after,
    answer: says && {
      n: [says.n[0], says.n[1]],
      means: [says.mean[0], says.mean[1]],
      difference: says.difference,
      interval: [says.interval[0], says.interval[1]],
      word: says.word,
      enoughAt: says.enoughAt,
    },
  };
}

/** An aid may be what is tried; a swing without a ball, a teacher's or an exaggerated one is none. */
const isTrial = ({ tag }: SwingHead): boolean => tag === 'ball' || tag === 'exercise';

/** Experiments: a cue, a drill or a club set-up, with and without, in random order. */
export function experimentService(experiments: ExperimentRepository, swings: SwingService) {
  /** Gives swings that came since to their trials, in the order they were made; what was given stays so. */
  const withNew = async (e: KeptExperiment, rack: readonly SwingHead[]): Promise<KeptExperiment> => {
    const news = rack
      .filter((s) => s.recordedAt > e.madeAt && isTrial(s) && !e.trials.some((t) => t.swingId === s.id))
      .sort((a, b) => a.recordedAt.localeCompare(b.recordedAt));
    const trials = [...e.trials];
    for (const s of news) {
      const arm = next({ ...e, trials });
      if (arm === null) break;
      trials.push({ swingId: s.id, arm, void: false });
    }
    return trials.length === e.trials.length ? e : ((await experiments.change(e.id, { trials })) ?? e);
  };
  const ofLesson = async (lessonId: string): Promise<Experiment[] | null> => {
    const lesson = await swings.lesson(lessonId);
    if (!lesson) return null;
    const out: Experiment[] = [];
    for (const kept of await experiments.ofLessons([lessonId])) {
      const e = await withNew(kept, lesson.rack);
      const of = e.about.measure;
      const values = of.of === 'swing' ? ((await swings.valuesOf(lesson.pupil.id, of.id)) ?? []) : [];
      out.push(shown(e, lesson.rack, new Map(values.map((v) => [v.swingId, v.value]))));
    }
    return out;
  };
  return {
    ofLesson,
    /** Draws the order and begins; one that was running in the lesson ends. */
    async begin(lessonId: string, about: NewExperiment): Promise<Experiment[] | null> {
      if (!measured(about.measure))
        throw new VilkoError(
          'bad-option',
          `no difference that matters is known of ${about.measure.id}: choose another measure`,
        );
      if (!(await swings.lesson(lessonId))) return null;
      for (const e of await experiments.ofLessons([lessonId]))
        if (next(e) !== null) await experiments.change(e.id, { endedAt: new Date() });
      const made = {
        id: randomUUID(),
        lessonId,
        madeAt: new Date().toISOString(),
        endedAt: null,
        about,
        order: drawTrials(about.perArm, draw),
        trials: [],
      };
      await experiments.add(made);
      return ofLesson(lessonId);
    },
    async act(id: string, act: ExperimentAct): Promise<Experiment[] | null> {
      const e = await experiments.one(id);
      if (!e) return null;
      if (act.act === 'void')
        await experiments.change(id, {
          trials: e.trials.map((t) => (t.swingId === act.swingId ? { ...t, void: act.void } : t)),
        });
      else await experiments.change(id, { endedAt: act.act === 'end' ? new Date() : null });
      return ofLesson(e.lessonId);
    },
  };
}

export type ExperimentService = ReturnType<typeof experimentService>;
