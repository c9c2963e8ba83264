// A spec may wait for threads that start from source, on a machine that is busy; Jasmine's own limit is five seconds.
// The same minute as in the browser (`web/karma.conf.cjs`).
jasmine.DEFAULT_TIMEOUT_INTERVAL = 60_000;
