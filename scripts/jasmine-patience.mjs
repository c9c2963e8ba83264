// A spec may wait for threads that start from source, on a machine that does other things; Jasmine's own limit is five
// seconds.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 180_000;
