/**
 * How long a test may take before it is said to hang. It guards against one that never ends, not against a busy
 * machine: what is slow here is making real footage, and no test says how fast that must be.
 */
jasmine.DEFAULT_TIMEOUT_INTERVAL = 300_000;
