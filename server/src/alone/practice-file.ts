import type { LessonHead, PracticeCame } from '@vilko/contract';
import { VilkoError } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { PupilArchive } from '../house/pupil-archive.js';
import { packPupils } from '../house/pack-pupils.js';
import { filesFrom, type PupilBundle } from '../house/pupil-bundle.js';
import { openPupils } from '../house/unpack-pupils.js';

/** Parts of a bundle that a practice has none of. */
const NOTHING = {
  shots: [],
  films: [],
  entered: [],
  plans: [],
  experiments: [],
  bookings: [],
  letters: [],
  followers: [],
  patterns: [],
  drills: [],
  programmes: [],
  settings: null,
  mark: null,
  inbox: [],
  missing: [],
};

const NO_FILES = filesFrom([], () => null);

const noPractice = (): VilkoError =>
  new VilkoError(
    'unsupported',
    'this is no file of practice alone: a pupil’s file or a backup is taken in under Office › Settings',
  );

/** Of everything kept about a pupil only one practice: nothing of the record, of lessons or of plans leaves with it. */
export function onlyPractice({ head, recordings }: PupilBundle, lessonId: string): PupilBundle {
  const swings = head.swings.filter((s) => s.lessonId === lessonId && s.deletedAt === null);
  return {
    head: {
      ...head,
      ...NOTHING,
      pupils: [],
      lessons: head.lessons.filter((l) => l.id === lessonId),
      swings,
      log: head.log.filter((e) => e.lessonId === lessonId).map((e) => ({ ...e, film: null })),
    },
    recordings: filesFrom(
      swings.map((s) => s.recordingId),
      (id) => recordings.read(id),
    ),
    films: NO_FILES,
  };
}

/**
 * The same as it comes to a house: of whoever it is given to, and nothing but what was practised alone.
 * @throws VilkoError for a bundle that holds lessons, or somebody's record
 */
export function practiceOf(bundle: PupilBundle, pupilId: string): PupilBundle {
  const { head, recordings } = bundle;
  const ids = new Set(head.lessons.map((l) => l.id));
  const odd =
    head.pupils.length > 0 ||
    ids.size === 0 ||
    head.lessons.some((l) => l.alone !== true) ||
    head.swings.some((s) => !ids.has(s.lessonId)) ||
    head.log.some((e) => e.lessonId === null || !ids.has(e.lessonId));
  if (odd) throw noPractice();
  return {
    head: {
      ...head,
      ...NOTHING,
      pupils: [],
      // what is written elsewhere about it is no instructor's
      lessons: head.lessons.map((l) => ({
        ...l,
        pupilId,
        alone: true,
        report: null,
        page: null,
        review: null,
        notes: '',
      })),
      log: head.log.map((e) => ({ ...e, pupilId, from: 'pupil', reply: null, film: null })),
    },
    recordings,
    films: NO_FILES,
  };
}

/** Practice as a file, out and in. */
export function practiceFiles(pupils: PupilRepository, archive: PupilArchive) {
  return {
    pack: async ({ id, pupilId }: LessonHead): Promise<Uint8Array> =>
      packPupils(onlyPractice(await archive.bundle([pupilId], (l) => l.id === id), id)),
    /**
     * Takes a practice in for a pupil; null where there is no such pupil.
     * @param most swings practised alone that a pupil may have afterwards: a link may not fill a disk
     * @throws VilkoError saying why it is none, or that there are too many
     */
    async take(pupilId: string, bytes: Uint8Array, most = Infinity): Promise<PracticeCame | null> {
      if (!(await pupils.one(pupilId))) return null;
      const practice = practiceOf(await openPupils(bytes, 'the file'), pupilId);
      if (Number.isFinite(most) && practice.head.swings.length + (await pupils.swingsAlone(pupilId)) > most)
        throw new VilkoError(
          'bad-option',
          `this page has taken all the swings it can (${most}): give the file to your instructor, who can take it in`,
        );
      const own = new Set((await pupils.lessonsBriefly(pupilId)).flatMap((l) => (l.alone ? [l.id] : [])));
      // under the name of something that is here and no practice of theirs, swings would come into a lesson
      for (const { id } of practice.head.lessons) if (!own.has(id) && (await pupils.hasLesson(id))) throw noPractice();
      const came = await archive.putBack(practice);
      return { practices: came.lessons, swings: came.swings, there: came.there };
    },
  };
}
export type PracticeFiles = ReturnType<typeof practiceFiles>;
