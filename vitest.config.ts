import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const from = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** Room for what lives for a moment, MB: in less of it a sixth of the time of a test that moves a site goes into sweeping. */
const ROOMY = ['--max-semi-space-size=64'];

/** Long enough for a loaded machine, on which all takes five times as long; what hangs is told before the next coffee. */
const LIMIT_MS = 90_000;

export default defineConfig({
  resolve: {
    alias: [
      { find: /^@\//, replacement: `${from('./src')}/` },
      { find: 'server-only', replacement: from('./scripts/empty-module.cjs') },
    ],
  },
  test: {
    globals: true,
    globalSetup: ['scripts/own-temp.mjs'],
    testTimeout: LIMIT_MS,
    hookTimeout: LIMIT_MS,
    // A worker a core: the default would leave one of two idle.
    maxWorkers: '100%',
    // Files share a world, and read each module once. Pure functions leave nothing behind in it; a use case forgets what it knows of a
    // store when it is given another.
    isolate: false,
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          execArgv: ROOMY,
          include: ['src/core/**/*.test.ts'],
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          execArgv: ROOMY,
          include: ['{src,cli,serve,keep,bridge}/**/*.test.ts'],
          exclude: ['src/core/**'],
        },
      },
      {
        extends: true,
        // A page knows of itself by what its window holds: each file has one of its own, in a context of a thread, which is
        // there in half the time that a process takes.
        test: {
          name: 'screens',
          include: ['src/**/*.test.tsx'],
          environment: 'jsdom',
          pool: 'vmThreads',
          // In such a context a module of one kind cannot require one of the other: packages that hold both are to give the older.
          env: { NODE_OPTIONS: '--no-experimental-require-module' },
          setupFiles: ['src/ui/screens.test-setup.ts'],
        },
      },
    ],
  },
});
