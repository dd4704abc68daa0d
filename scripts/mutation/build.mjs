// Bundles the tests of the judgement with the code they test, once for all mutants: which one is active is told at run time.
import { build } from 'esbuild';

/** The worked examples come first, as they find most; what searches comes last. */
const TESTS = [
  'core/assessment/assess.test',
  'core/assessment/other-results.test',
  'core/assessment/edges.test',
  'core/assessment/findings.test',
  'core/assessment/order-and-grade.test',
  'core/assessment/ledger.test',
  'core/assessment/levers.test',
  'core/assessment/load-result.test',
  'core/assessment/capacity-edges.test',
  'core/assessment/capacity-words.test',
  'core/assessment/finding-facts.test',
  'core/assessment/first-tests.test',
  'core/battery/own-reference.test',
  'core/assessment/measured-words.test',
  'core/assessment/estimate-words.test',
  'core/assessment/crank-course.test',
  'core/correction/correction.test',
  'core/correction/once-only.test',
  'core/assessment/capacity-result.test',
  'core/assessment/rule-table.properties.test',
  'core/assessment/properties.test',
];

const harness = './scripts/mutation/harness.mjs';
await build({
  stdin: {
    contents: [
      `import { runAll } from '${harness}';`,
      ...TESTS.map((test) => `import './src/${test}';`),
      'await runAll();',
    ].join('\n'),
    resolveDir: process.cwd(),
  },
  bundle: true,
  platform: 'node',
  format: 'esm',
  outfile: '.build/mutation.mjs',
  external: ['expect', 'fast-check'],
  alias: { '@': './src' },
  logLevel: 'error',
});
