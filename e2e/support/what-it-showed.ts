import { readFileSync } from 'node:fs';
import type { Reporter, TestCase, TestResult } from '@playwright/test/reporter';

/** Longest page that is printed, characters. */
const LONGEST = 6000;

/** Prints what the page showed where a test failed: whoever reads the log of another machine has nothing else of it. */
export default class WhatItShowed implements Reporter {
  onTestEnd(test: TestCase, { attachments }: TestResult): void {
    if (test.outcome() !== 'unexpected') return;
    const seen = attachments.find(({ name, path }) => name === 'error-context' && path !== undefined);
    if (!seen?.path) return;
    const page = readFileSync(seen.path, 'utf8').split('```yaml')[1]?.split('```')[0];
    if (page) process.stdout.write(`What “${test.title}” saw when it failed:\n${page.slice(0, LONGEST)}\n`);
  }

  printsToStdio(): boolean {
    return false;
  }
}
