import config from './jest.config.mjs';

const [node] = config.projects;

/** The tests of the judgement alone: what mutation testing runs thousands of times. */
const { displayName: _name, ...settings } = node;

export default {
  ...settings,
  testMatch: ['<rootDir>/src/core/**/*.test.ts'],
  testPathIgnorePatterns: ['/exchange/', '/charging/', '/quantity/', '/procedure/', '/rules/', '/battery/'],
  setupFiles: ['<rootDir>/scripts/few-runs.cjs'],
  testSequencer: '<rootDir>/scripts/quick-first.cjs',
};
