// Writes the published schemas of the open formats as the core has them: `npm run schemas` after a change of a format.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { loadCore } from './core.mjs';
import { bin, ensureInstalled, root, run } from './setup.mjs';

ensureInstalled();
const { CheckFileSchema, ForeignLinesSchema, RulesFileSchema, RunFileSchema, SiteFileSchema } =
  await loadCore('scripts/schemas.core.ts');
const files = {
  'check-1': CheckFileSchema,
  'foreign-lines-1': ForeignLinesSchema,
  'rules-1': RulesFileSchema,
  'run-1': RunFileSchema,
  'site-1': SiteFileSchema,
};
for (const [name, schema] of Object.entries(files)) {
  const path = join(root, 'docs/formats', `${name}.schema.json`);
  writeFileSync(path, `${JSON.stringify(schema, null, 2)}\n`);
  run(bin('biome'), ['format', '--write', path]);
}
