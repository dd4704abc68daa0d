// Runs the arrow rules of .dependency-cruiser.cjs, and makes sure that they were held against something.
import { spawnSync } from 'node:child_process';
import { bin, root } from './setup.mjs';

/** Fewer modules than this means that the cruiser could not read the sources, and so found nothing wrong with them. */
const LEAST_MODULES = 100;

export function checkArrows() {
  const cruised = spawnSync(
    bin('depcruise'),
    ['src', 'cli', 'stand-in', 'serve', 'keep', 'siege', 'e2e', 'bench', '--output-type', 'json'],
    {
      cwd: root,
      encoding: 'utf8',
      maxBuffer: 1 << 28,
    },
  );
  if (!cruised.stdout) {
    process.stderr.write(cruised.stderr);
    return false;
  }
  const { totalCruised, violations } = JSON.parse(cruised.stdout).summary;
  for (const { rule, from, to } of violations) console.log(`${rule.name}: ${from} → ${to}`);
  console.log(`${totalCruised} modules, ${violations.length} violations`);
  return totalCruised >= LEAST_MODULES && violations.length === 0;
}
