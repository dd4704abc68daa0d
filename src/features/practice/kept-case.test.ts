/** @jest-environment jsdom */
import { dropCase, type KeptCase, keepCase, keptCase } from './kept-case';

const PLACE = 'integra:case:';

function kept(code: string, savedAtMs = 1000): Omit<KeptCase, 'core'> {
  return {
    ...{ code, title: `Case ${code}`, technicianId: 't', savedAtMs, startMs: 500 },
    ...{
      view: { readings: [] } as unknown as KeptCase['view'],
      truths: [],
      tape: ['attach', 12, { pass: 60 }],
    },
  };
}

beforeEach(() => localStorage.clear());

it('keeps a case until it is dropped', () => {
  expect(keepCase(kept('1-5'))).toBe(true);
  keepCase({ ...kept('1-5'), tape: ['attach', 40] });
  expect(keptCase('1-5')).toMatchObject({ title: 'Case 1-5', tape: ['attach', 40] });
  expect(keptCase('1-6')).toBeNull();
  dropCase('1-5');
  expect(keptCase('1-5')).toBeNull();
});

it('lets the oldest go once it keeps too many', () => {
  for (let number = 1; number <= 8; number++) keepCase(kept(`1-${number}`, number));
  expect(keptCase('1-2')).toBeNull();
  expect(keptCase('1-3')).not.toBeNull();
  expect(keptCase('1-8')).not.toBeNull();
});

it('takes up nothing that another version kept, nor what is no case', () => {
  localStorage.setItem(`${PLACE}1-5`, JSON.stringify({ ...kept('1-5'), core: '0.9.0' }));
  localStorage.setItem(`${PLACE}1-6`, '{"core":');
  localStorage.setItem(`${PLACE}1-7`, 'null');
  for (const code of ['1-5', '1-6', '1-7']) expect(keptCase(code)).toBeNull();
});

it('says so where the browser keeps nothing', () => {
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new Error('full');
  });
  expect(keepCase(kept('1-5'))).toBe(false);
  full.mockRestore();
});
