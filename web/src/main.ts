// a pupil's link, and practising alone, open one page and nothing of the house: not even its code is sent
const link = /^\/shared\/([\w-]+)$/.exec(location.pathname)?.[1];

const started = (): Promise<unknown> => {
  if (link !== undefined) return import('./app/pupil-page/start').then((m) => m.startPupilPage(link));
  if (location.pathname === '/alone') return import('./app/alone/start').then((m) => m.startAlone());
  return import('./app/start-app').then((m) => m.startApp());
};

started().catch((e: unknown) => {
  document.body.textContent = 'Vilko could not start. Reload the page; what was recorded is kept.';
  throw e;
});
