// A busy machine is slower, not wrong: no test here measures time.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 60_000;
