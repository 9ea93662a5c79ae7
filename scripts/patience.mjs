// A busy machine is slow, not wrong: no spec fails for having waited a few seconds.
jasmine.DEFAULT_TIMEOUT_INTERVAL = 60_000;
