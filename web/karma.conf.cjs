// Specs of core and web in Debian's Chromium; prints one line of counts for the test command.
const fs = require('node:fs');
const path = require('node:path');
const chromium = require('../scripts/chromium.json');
process.env.CHROME_BIN ??= chromium.path;
const data = path.resolve(__dirname, '../core/test-data');

function Counts() {
  let passed = 0;
  let failed = 0;
  this.onSpecComplete = (_browser, result) => {
    if (result.skipped) return;
    if (result.success) passed++;
    else {
      failed++;
      console.log(`FAILED ${[...result.suite, result.description].join(' ')}\n${result.log.join('\n')}`);
    }
  };
  // a file that cannot be loaded takes its specs with it
  this.onBrowserError = (_browser, error) => {
    failed++;
    console.log(`FAILED to load: ${error.message ?? error}`);
  };
  this.onBrowserLog = (_browser, log) => console.log(log);
  this.onRunComplete = () => console.log(`KARMA ${passed} passed ${failed} failed`);
}

/** The core's reference vectors, outside Angular's own root. */
function serveTestData() {
  return (request, response, next) => {
    const name = /^\/base\/test-data\/([\w.-]+)$/.exec(request.url.split('?')[0])?.[1];
    if (!name || !fs.existsSync(path.join(data, name))) return next();
    response.end(fs.readFileSync(path.join(data, name)));
  };
}

module.exports = (config) =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [
      require('karma-jasmine'),
      require('karma-chrome-launcher'),
      { 'reporter:counts': ['type', Counts] },
      { 'middleware:testdata': ['factory', serveTestData] },
    ],
    reporters: ['counts'],
    browsers: ['Chromium'],
    customLaunchers: {
      Chromium: {
        base: 'ChromeHeadless',
        flags: chromium.flags,
      },
    },
    beforeMiddleware: ['testdata'],
    client: { jasmine: { random: true, timeoutInterval: 60000 } },
    // a machine that does other things too answers late
    browserNoActivityTimeout: 240000,
    browserDisconnectTimeout: 60000,
    pingTimeout: 120000,
    singleRun: true,
    autoWatch: false,
  });
