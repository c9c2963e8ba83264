import type { Share } from './share.js';

/** Days a page may be open, the usual first. */
export const SHARE_DAYS = [30, 7, 90] as const;

/** Whether a link opens its page now: neither revoked nor over. */
export const shareIsOpen = (s: Share): boolean => s.revokedAt === null && Date.parse(s.expiresAt) > Date.now();
