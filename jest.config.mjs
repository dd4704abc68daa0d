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
  // A test is not timed: what is slow on a loaded machine is not wrong.
  testTimeout: 300_000,
  projects: [
    {
      ...shared,
      displayName: 'node',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/{src,cli,serve}/**/*.test.ts'],
    },
    {
      ...shared,
      displayName: 'jsdom',
      testEnvironment: 'jsdom',
      testMatch: ['<rootDir>/src/**/*.test.tsx'],
    },
  ],
};
