/** A busy machine is slow, not wrong: a spec that makes a database of its own may take half a minute. */
jasmine.DEFAULT_TIMEOUT_INTERVAL = 30_000;
