// Runs the tests of the judgement in a bare process and ends at the first that fails: mutation testing starts it
// thousands of times, so it has to be quick rather than talkative. It knows as much of the test language as they use.
import { expect } from 'expect';
import fc from 'fast-check';

fc.configureGlobal({ numRuns: 15, interruptAfterTimeLimit: 400, markInterruptAsFailure: false });

const tests = [];
const path = [];

function describe(name, declare) {
  path.push(name);
  declare();
  path.pop();
}

function it(name, test) {
  tests.push({ name: [...path, name].join(' › '), test });
}

it.each = (rows) => (name, test) => {
  for (const row of rows) it(name, () => (Array.isArray(row) ? test(...row) : test(row)));
};

describe.each = (rows) => (name, declare) => {
  for (const row of rows)
    describe(`${name} ${row}`, () => (Array.isArray(row) ? declare(...row) : declare(row)));
};

Object.assign(globalThis, { describe, it, test: it, expect });

/** Runs everything that was declared, in order. */
export async function runAll() {
  for (const { name, test } of tests) {
    try {
      await test();
    } catch (error) {
      console.error(`${name}\n${error instanceof Error ? error.message : error}`);
      process.exit(1);
    }
  }
  if (tests.length === 0) process.exit(1);
}
