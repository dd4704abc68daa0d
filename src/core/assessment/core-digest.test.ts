import { createHash } from 'node:crypto';
import checkCases from '../circuit/check.cases.json';
import { checkEvidence, type WrittenCheck } from '../circuit/check-cases.test-support';
import { judgeCheck } from '../circuit/judge-check';
import { answered, QUESTIONS } from '../rules/schools';
import { STANDARD_RULES } from '../rules/standard-rules';
import { assess } from './assess';
import cases from './assess.cases.json';
import digests from './core-digests.json';
import { CORE_VERSION } from './core-version';
import { type ExampleCase, exampleEvidence } from './examples.test-support';

/** What the worked cases of batteries, under every school of every question, and of vehicles come to, down to the last digit. */
function digest(): string {
  const hash = createHash('sha256');
  const everyRules = QUESTIONS.flatMap(({ id, schools }) =>
    schools.map((school) => answered(STANDARD_RULES, { [id]: school.id })),
  );
  for (const { example } of cases) {
    const evidence = exampleEvidence(example as ExampleCase);
    for (const rules of everyRules) {
      const { core: _core, ...judged } = assess(evidence, rules);
      hash.update(JSON.stringify(judged));
    }
  }
  for (const written of checkCases as unknown as readonly WrittenCheck[]) {
    hash.update(JSON.stringify(judgeCheck(checkEvidence(written), STANDARD_RULES)));
  }
  return hash.digest('hex').slice(0, 16);
}

it('the core judges the worked cases as its version does: a change of any figure is a new version', () => {
  // Where this fails, the judgement has changed: raise CORE_VERSION, add its digest here, and write its corpus.
  const known: Readonly<Record<string, string>> = digests;
  expect({ [CORE_VERSION]: digest() }).toEqual({ [CORE_VERSION]: known[CORE_VERSION] });
});

it('no two versions claim the same digest, and none is missing one', () => {
  const known = Object.values(digests);
  expect(new Set(known).size).toBe(known.length);
});
