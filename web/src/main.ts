// a pupil's link opens one page and nothing of the house: not even its code is sent
const link = /^\/shared\/([\w-]+)$/.exec(location.pathname)?.[1];

(link === undefined
  ? import('./app/start-app').then((m) => m.startApp())
  : import('./app/pupil-page/start').then((m) => m.startPupilPage(link))
).catch((e: unknown) => {
  document.body.textContent = 'Vilko could not start. Reload the page; what was recorded is kept.';
  throw e;
});
