// Mutation testing runs each property thousands of times over: a few examples of it are enough there.
const fc = require('fast-check');

fc.configureGlobal({ numRuns: 12, interruptAfterTimeLimit: 250, markInterruptAsFailure: false });
