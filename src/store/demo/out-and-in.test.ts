import { assess } from '@/core/assessment/assess';
import { specOf } from '@/core/battery/battery';
import { lotHeader } from '@/core/exchange/lot/lot-grid';
import { readRow } from '@/core/exchange/readings-csv/row';
import { writeRow } from '@/core/exchange/readings-csv/write';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { evidenceFromReadings } from '@/core/steps/evidence-from-readings';
import { demoHistory } from './history';

const NOW = Date.UTC(2026, 10, 26, 9);
const PEOPLE = ['01900000-0000-7000-8000-000000000001', '01900000-0000-7000-8000-000000000002'] as const;

it('every run of the sample history comes to the same once it has gone out as a file and come in again', () => {
  const { labels, runs } = demoHistory({ nowMs: NOW, winters: 3, technicianIds: [...PEOPLE] });
  const specs = new Map(labels.map((label) => [label.tag, specOf(label)]));
  const differ: unknown[] = [];
  let held = 0;
  for (const { tag, bench } of runs) {
    const spec = specs.get(tag);
    if (!spec) continue;
    const evidence = evidenceFromReadings(spec, bench.readings);
    const back = readRow(lotHeader(), writeRow(tag, NOW, evidence));
    const before = assess(evidence, STANDARD_RULES);
    // Ratings beyond the first stay with the label, which a known battery keeps.
    const after = back.ok && assess({ ...back.value.evidence, battery: spec }, STANDARD_RULES);
    held++;
    const told = (judged: typeof before) => [judged.verdict, judged.grade, judged.decidedBy];
    if (!after) differ.push([tag, back.ok || back.problems.map(({ message }) => message)]);
    else if (String(told(after)) !== String(told(before))) differ.push([tag, told(before), told(after)]);
  }
  expect(held).toBeGreaterThan(1000);
  expect(differ).toEqual([]);
});
