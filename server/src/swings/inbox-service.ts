import { randomUUID } from 'node:crypto';
import type { InboxSwing, SwingHead } from '@vilko/contract';
import type { Recording } from '@vilko/core';
import type { PupilRepository } from '../pupils/pupil-repository.js';
import type { InboxRepository } from './inbox-repository.js';
import { prepare } from './prepare.js';
import { whoIs } from './read-swing.js';
import type { Arrival } from './swing-arrivals.js';
import type { SwingRepository } from './swing-repository.js';

/** A swing of a bay that is not surely the lesson's that stands there. */
export interface UnsureArrival extends Required<Pick<Arrival, 'lessonId' | 'club' | 'clubName' | 'recordedAt'>> {
  readonly kind: InboxSwing['kind'];
  readonly tag: InboxSwing['tag'];
  readonly intent: NonNullable<Arrival['intent']>;
  readonly bay: string;
  readonly reason: string;
  readonly recordingId?: string;
}

export interface InboxShelves {
  readonly inbox: InboxRepository;
  readonly pupils: PupilRepository;
  readonly swings: SwingRepository;
}

/** Swings without a sure owner: kept apart, filed by a person, counted nowhere before that. */
export function inboxService({ inbox, pupils, swings }: InboxShelves) {
  return {
    /** Stores a recording from a bay; false when it holds no swing. */
    async put(rec: Recording, a: UnsureArrival): Promise<boolean> {
      const found = await pupils.lesson(a.lessonId);
      if (!found) return false;
      // whoever it was: what the lesson's own pupil would show is what its picture is made of
      const about = { pupil: whoIs(found.pupil), club: a.club, kind: a.kind };
      const { bundle, parts, device } = await prepare({ from: 'bay', recording: rec, about });
      if (!parts.length) return false;
      const { recordingId = randomUUID() } = a;
      const rows = parts.map(({ summary }, part) => ({
        ...a,
        id: randomUUID(),
        recordingId,
        part,
        device,
        thumbnail: summary.thumbnail,
      }));
      await inbox.put({ id: recordingId, bundle }, rows);
      return true;
    },
    /** Takes a swing that is surely not the pupil's, or that nobody answered about, out of its lesson. */
    async take(swing: SwingHead, bay: string): Promise<boolean> {
      const row = await swings.one(swing.id);
      if (!row || row.deletedAt) return false;
      const { id, lessonId, recordingId, part, device, club, clubName, kind, tag, intent, recordedAt } = row;
      await inbox.take({
        ...{ id, lessonId, recordingId, part, device, club, clubName, kind, tag, intent, recordedAt, bay },
        reason: swing.doubt ? swing.doubt.words.replace(/[.?]$/, '') : 'somebody else swung it',
        thumbnail: swing.thumbnail,
      });
      return true;
    },
    async list(): Promise<InboxSwing[]> {
      return (await inbox.all()).map(({ row, pupil, handed }) => {
        const { recordingId, part, intent, deletedAt, recordedAt, device, ...kept } = row;
        return { ...kept, device: device as InboxSwing['device'], recordedAt: recordedAt.toISOString(), pupil, handed };
      });
    },
    /** Files them into a lesson, oldest first; null where there is no such lesson. What is gone already is left out. */
    async assign(ids: readonly string[], lessonId: string): Promise<number | null> {
      if (!(await pupils.lesson(lessonId))) return null;
      const rows = await inbox.some(ids);
      await swings.file(
        rows.map(({ id, recordingId, part, device, club, clubName, kind, tag, intent, recordedAt }) => ({
          ...{ id, recordingId, part, device, club, clubName, kind, tag, intent, recordedAt },
          lessonId,
          source: 'bay' as const,
          file: null,
        })),
      );
      await inbox.takeOut(rows.map((r) => r.id));
      return rows.length;
    },
    setDeleted: (ids: readonly string[], deleted: boolean): Promise<number> => inbox.setDeleted(ids, deleted),
  };
}

export type InboxService = ReturnType<typeof inboxService>;
