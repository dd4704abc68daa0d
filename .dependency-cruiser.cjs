const { readFileSync } = require('node:fs');
const { join } = require('node:path');

// The arrows of docs/architecture.md, as rules. Each folder may use itself and what is named for it, nothing else.
const CORE_ORDER = [
  ['quantity'],
  ['people'],
  ['battery'],
  ['vehicle'],
  ['correction'],
  ['rules'],
  ['assessment', 'steps', 'procedure'],
  ['history', 'circuit', 'charging'],
  ['planning', 'room'],
  ['recording'],
  ['physics'],
  ['instruments'],
  ['opinion'],
  ['reckoner'],
  ['exchange'],
  ['practice'],
  ['report'],
];

/** Parts of the Bench that come when they are called for: whoever names one otherwise has it come with the Bench. */
const BENCH = 'src/features/bench';
const LATER = ['later-ledger.ts', 'later-parts.ts', 'later-stages.ts'].flatMap((name) =>
  [...readFileSync(join(__dirname, BENCH, name), 'utf8').matchAll(/import\('([^']+)'\)/g)].map(([, path]) =>
    path.startsWith('@/') ? `src/${path.slice(2)}` : `${BENCH}/${path.slice(2)}`,
  ),
);

const src = (folder) => `^src/${folder}/`;

/** Only `folder` itself, the allowed folders and packages outside src may be imported from `folder`. */
const onlyUses = (folder, allowed) => ({
  name: `${folder}-only-uses-${allowed.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: src(folder) },
  to: {
    path: '^(src|cli|stand-in|bridge|serve|keep|siege|e2e|bench|scripts)/',
    // What supports tests, and reads and starts what they need, may lie outside; only tests may use it.
    pathNot: [...[folder, ...allowed].map(src), '^scripts/[^/]+\\.test-support\\.ts$'],
  },
});

/** Inside the core a folder uses itself and the folders of earlier rows, and its own row's neighbours to the left. */
const coreArrows = CORE_ORDER.flatMap((row, level) =>
  row.map((folder, place) => {
    const below = [...CORE_ORDER.slice(0, level).flat(), ...row.slice(0, place)];
    return {
      name: `core-${folder}-only-uses-below`,
      severity: 'error',
      from: { path: `^src/core/${folder}/`, pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/', pathNot: [folder, ...below].map((name) => `^src/core/${name}/`) },
    };
  }),
);

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
    onlyUses('core', []),
    onlyUses('store', ['core']),
    onlyUses('server', ['heavy', 'store', 'core']),
    onlyUses('heavy', ['paper', 'store', 'core']),
    onlyUses('ui', ['core']),
    onlyUses('paper', ['ui', 'core']),
    onlyUses('workers', ['core']),
    onlyUses('features', ['ui', 'core', 'workers']),
    onlyUses('entry', ['server', 'store', 'core']),
    onlyUses('app', ['features', 'paper', 'ui', 'entry', 'server', 'core']),
    ...coreArrows,
    {
      name: 'support-of-tests-is-for-tests',
      severity: 'error',
      from: {
        path: '^(src|cli|stand-in|bridge|serve|keep)/',
        pathNot: '\\.(test|test-support|test-setup)\\.tsx?$',
      },
      to: { path: '\\.test-support\\.tsx?$' },
    },
    {
      name: 'core-packages',
      comment:
        'The core is pure: only the schema builder, its checker, the CSV parser, the reading of written dates, grouping, matching, hashing and the Fourier transform may enter it.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.(test|test-support)\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot:
          'node_modules/(@sinclair/typebox|@cfworker/json-schema|ajv|ajv-formats|papaparse|@types/papaparse|date-fns|@date-fns/tz|d3-array|@noble/hashes|edmonds-blossom-fixed|munkres|fft.js|@types/fft.js)/',
      },
    },
    {
      name: 'later-parts-come-later',
      severity: 'error',
      from: {
        path: '^src/(features/bench|ui)/',
        pathNot: ['/later-(ledger|parts|stages)\\.ts$', '\\.test\\.tsx?$'],
      },
      to: { path: `^(${LATER.join('|')})\\.tsx$` },
    },
    {
      name: 'pages-are-linked-by-our-own-link',
      comment: 'The other one fetches ahead whatever it leads to, for every link in sight.',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/ui/link\\.tsx$' },
      to: { path: 'node_modules/next/link' },
    },
    {
      name: 'sql-only-in-store',
      severity: 'error',
      from: { pathNot: '^(src/store/|keep/|drizzle\\.config|src/server/floor\\.test)' },
      to: { path: 'node_modules/(drizzle-orm|@libsql)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.next/' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
