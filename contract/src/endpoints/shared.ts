import * as z from 'zod';
import { PracticeCame } from '../alone.js';
import { SharedAct, SharedManifest, SharedPage } from '../share.js';
import { BYTES, rows } from './endpoint.js';

/** One sentence for what never was, what expired and what was revoked: a guess learns nothing. */
export const CLOSED = 'This page is not open, or not any more: ask your instructor for a new link.';
/** Largest film a pupil may send, bytes. */
const LARGEST = 100 * 1024 * 1024;
/** Asks of one address in a minute: more than anybody reads, far less than a search needs. */
const READS = 60;
const WRITES = 12;

/** What a link opens without signing in: one page and its answers. */
export const SHARED = rows({
  shared: {
    does: 'The page behind a link',
    who: 'link',
    reply: SharedPage,
    missing: CLOSED,
    perMinute: READS,
  },
  actOnShared: {
    does: 'The pupil answers or ticks a day',
    who: 'link',
    body: SharedAct,
    reply: SharedPage,
    missing: CLOSED,
    perMinute: WRITES,
  },
  sendSharedFilm: {
    does: 'The pupil sends a film; the body is the file',
    who: 'link',
    query: z.object({ note: z.string().max(1000).default('') }),
    body: BYTES,
    largest: LARGEST,
    reply: SharedPage,
    missing: CLOSED,
    perMinute: WRITES,
  },
  sendSharedPractice: {
    does: 'What the pupil practised alone on another machine; the body is its file',
    who: 'link',
    body: BYTES,
    largest: LARGEST,
    reply: PracticeCame,
    missing: CLOSED,
    perMinute: WRITES,
  },
  sharedManifest: {
    does: 'The page behind a link as an application for the home screen (W3C Web Application Manifest)',
    who: 'link',
    reply: SharedManifest,
    missing: CLOSED,
    perMinute: READS,
  },
  sharedDrillMedia: {
    does: 'The photograph or film of a drill that the page names',
    who: 'link',
    reply: BYTES,
    missing: CLOSED,
    perMinute: READS,
  },
  sharedReview: {
    does: 'The spoken review behind a link',
    who: 'link',
    reply: BYTES,
    missing: CLOSED,
    perMinute: READS,
  },
});
