import { GRADED_CASES } from '@/core/practice/graded-cases';
import { randomCase } from '@/core/practice/random-case';
import { caseOfDraft, draftOfCase, draftProblems, FIRST_DRAFT } from './case-draft';

it('a case made into a draft and back is the same case, but for where it came from', () => {
  const cases = [...Object.values(GRADED_CASES), randomCase(2, 11), randomCase(3, 12)];
  for (const known of cases) {
    expect(caseOfDraft(draftOfCase(known))).toEqual({
      ...known,
      label: { ...known.label, place: 'Not told' },
    });
  }
});

it('names each field that holds no number, and what was found there', () => {
  const texts = { ...FIRST_DRAFT.texts, charge: 'much', rest: '', clamp: '0,05', degree: 'x' };
  expect(draftProblems({ ...FIRST_DRAFT, texts }).map(({ message }) => message)).toEqual([
    expect.stringContaining('Charge, %'),
    expect.stringContaining('Since charged or driven'),
  ]);
  expect(draftProblems({ ...FIRST_DRAFT, texts, fault: 'joint' })).toHaveLength(3);
  expect(caseOfDraft({ ...FIRST_DRAFT, texts }).vehicle.clamp_drop).toBe(0.05);
});

it('a sealed type shows no level, whatever was chosen for an open one', () => {
  expect(
    caseOfDraft({ ...FIRST_DRAFT, type: 'agm', seen: { ...FIRST_DRAFT.seen, level: 'low' } }).seen.level,
  ).toBe('sealed');
});
