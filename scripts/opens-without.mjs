// What a screen opens without, though it needs it soon: it is fetched once the screen is open, and one import too many would have
// it come before. What is only a type comes with nothing, so the sources are read as they are bundled.
import { relative } from 'node:path';
import { root } from './setup.mjs';

const OPENS_WITHOUT = [
  {
    screen: 'src/features/bench/bench-screen.tsx',
    later: [
      // The judgement and its words.
      'src/core/assessment/assess.ts',
      'src/core/assessment/wording.ts',
      // Schemas: nothing comes from outside before there is an answer.
      'src/core/quantity/type.ts',
      'src/features/bench/ledger.tsx',
      'src/features/bench/live/instrument-link.ts',
    ],
  },
];

/** The way from one module to another by what is imported at once, or null where there is none. */
function wayTo(from, to, inputs) {
  const before = new Map([[from, null]]);
  for (const here of before.keys()) {
    if (here === to) {
      const way = [];
      for (let at = here; at; at = before.get(at)) way.unshift(at);
      return way;
    }
    for (const { path, kind } of inputs[here]?.imports ?? [])
      if (kind === 'import-statement' && !before.has(path)) before.set(path, here);
  }
  return null;
}

async function inputsOf(screen) {
  const { build } = await import('esbuild');
  const { metafile } = await build({
    absWorkingDir: root,
    entryPoints: [screen],
    outdir: relative(root, '.build/opens'),
    bundle: true,
    splitting: true,
    format: 'esm',
    packages: 'external',
    jsx: 'automatic',
    write: false,
    metafile: true,
    logLevel: 'error',
  });
  return metafile.inputs;
}

export async function checkOpensWithout() {
  let holds = true;
  for (const { screen, later } of OPENS_WITHOUT) {
    const inputs = await inputsOf(screen);
    for (const module of later) {
      // One that is gone, or that nobody fetches any more, would hold whatever is imported.
      if (!inputs[module]) console.log(`${screen} does not need ${module} at all`);
      const way = wayTo(screen, module, inputs);
      if (way) console.log(`opens with what should come later: ${way.join(' → ')}`);
      holds &&= inputs[module] !== undefined && way === null;
    }
  }
  return holds;
}
