/** What a link opens without signing in. A pupil's page has these addresses in it, and none of the house's. */
export const SHARED_ADDRESSES = {
  shared: 'GET /api/shared/:token',
  actOnShared: 'POST /api/shared/:token',
  sendSharedFilm: 'POST /api/shared/:token/films',
  sharedManifest: 'GET /api/shared/:token/app.webmanifest',
  sendSharedPractice: 'POST /api/shared/:token/practice',
  sharedDrillMedia: 'GET /api/shared/:token/drills/:id/media',
  sharedReview: 'GET /api/shared/:token/review',
} as const;
