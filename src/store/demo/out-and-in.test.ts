import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { assess } from '@/core/assessment/assess';
import { lotHeader } from '@/core/exchange/lot/lot-grid';
import { readRow } from '@/core/exchange/readings-csv/row';
import { writeRow } from '@/core/exchange/readings-csv/write';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { historyPage } from '../rules';
import { SAMPLE_NOW_MS, sampleStore } from './sample.test-support';

it('every finished run of the sample history comes to the same once it has gone out as a file and come in again', async () => {
  const store = await sampleStore(join(mkdtempSync(join(tmpdir(), 'integra-out-')), 'x.db'), 3);
  const { runs } = await historyPage(store, '', 5000);
  await store.close();
  const differ: unknown[] = [];
  for (const { runId, evidence } of runs) {
    const back = readRow(lotHeader(), writeRow(runId, SAMPLE_NOW_MS, evidence));
    const before = assess(evidence, STANDARD_RULES);
    // Ratings beyond the first stay with the label, which a known battery keeps.
    const after = back.ok && assess({ ...back.value.evidence, battery: evidence.battery }, STANDARD_RULES);
    const told = (judged: typeof before) => [judged.verdict, judged.grade, judged.decidedBy];
    if (!after) differ.push([runId, back.ok || back.problems.map(({ message }) => message)]);
    else if (String(told(after)) !== String(told(before))) differ.push([runId, told(before), told(after)]);
  }
  expect(runs.length).toBeGreaterThan(1000);
  expect(differ).toEqual([]);
});
