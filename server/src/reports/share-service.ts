import { randomBytes } from 'node:crypto';
import { type Share, shareIsOpen, type Shares } from '@vilko/contract';
import { sentBack } from './sent-back.js';
import { type PageShelves, sharedPages } from './shared-pages.js';

/** A link's secret, bytes: 128 random bits cannot be guessed. */
const SECRET = 16;
const DAY = 86_400_000;
const NO_LINK: Shares = { shares: [], origin: null, came: [] };

/** What links open, and where what comes back goes. */
export interface ShareShelves extends PageShelves {
  /** Where other machines reach the server; null: nowhere. */
  readonly origin: () => string | null;
}

/** Links for pupils: each opens one lesson's report and takes what the pupil sends back. */
export function shareService(shelves: ShareShelves) {
  const { shares, pupils, reports, origin } = shelves;
  const { cameTo } = sentBack(shelves);
  return {
    ...sharedPages(shelves),
    async of(lessonId: string): Promise<Shares> {
      const found = await pupils.lesson(lessonId);
      if (!found) return NO_LINK;
      return {
        shares: await shares.ofLesson(lessonId),
        origin: origin(),
        came: await cameTo(found.pupil.id, lessonId),
      };
    },
    /** Makes a link; null when there is no such lesson. */
    async make(lessonId: string, days: number): Promise<Share | null> {
      if (!(await reports.giveAway(lessonId))) return null;
      const madeAt = new Date();
      return shares.add({
        token: randomBytes(SECRET).toString('base64url'),
        lessonId,
        madeAt,
        expiresAt: new Date(madeAt.getTime() + days * DAY),
      });
    },
    revoke: (token: string): Promise<Share | null> => shares.change(token, { revokedAt: new Date() }),
    /** A lesson's link that another machine can open now; null without one. */
    async linkOf(lessonId: string): Promise<string | null> {
      const to = origin();
      const open = (await shares.ofLesson(lessonId)).find(shareIsOpen);
      return to !== null && open ? `${to}/shared/${open.token}` : null;
    },
  };
}

export type ShareService = ReturnType<typeof shareService>;
