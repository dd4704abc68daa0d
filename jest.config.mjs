const transform = {
  '^.+\\.(t|j|mj)sx?$': [
    '@swc/jest',
    {
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
      },
      module: { type: 'commonjs' },
    },
  ],
};

// Packages that ship only ES modules and must be transformed like our own code.
const esm = [
  'd3',
  'd3-[^/]+',
  'internmap',
  'delaunator',
  'robust-predicates',
  'uuidv7',
  'date-fns',
  '@date-fns/tz',
  'idb',
];

// A test runs in a world of its own, where every look at a global is slow: what sums use is handed to each module.
// Not to those of the screens: packages there call their own things by these names.
const INJECTED = [
  'Math',
  'Number',
  'Object',
  'Array',
  'Map',
  'Set',
  'JSON',
  'String',
  'Float64Array',
  'Date',
  'Symbol',
  'RegExp',
];

const shared = {
  transform,
  transformIgnorePatterns: [`/node_modules/(?!(${esm.join('|')})/)`],
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^server-only$': '<rootDir>/scripts/empty-module.cjs',
    '\\.css$': '<rootDir>/scripts/empty-module.cjs',
  },
};

export default {
  // Long enough for a loaded machine, on which all takes five times as long; what hangs is told before the next coffee.
  testTimeout: 90_000,
  maxWorkers: '100%',
  projects: [
    {
      ...shared,
      displayName: 'node',
      sandboxInjectedGlobals: INJECTED,
      testEnvironment: 'node',
      testMatch: ['<rootDir>/{src,cli,serve,keep,bridge}/**/*.test.ts'],
    },
    {
      ...shared,
      displayName: 'jsdom',
      testEnvironment: 'jsdom',
      testMatch: ['<rootDir>/src/**/*.test.tsx'],
    },
  ],
};
