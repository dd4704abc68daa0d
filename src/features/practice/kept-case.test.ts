/** @vitest-environment jsdom */
import { dropCase, type KeptCase, keepCase, keptCase } from './kept-case';

const PLACE = 'integra:case:t:';
const mine = (code: string) => ({ code, technicianId: 't' });

function kept(code: string, savedAtMs = 1000): Omit<KeptCase, 'core'> {
  return {
    code,
    title: `Case ${code}`,
    technicianId: 't',
    savedAtMs,
    startMs: 500,
    view: { readings: [] } as unknown as KeptCase['view'],
    truths: [],
    tape: ['attach', 12, { pass: 60 }],
  };
}

beforeEach(() => localStorage.clear());

it('keeps a case until it is dropped', () => {
  expect(keepCase(kept('1-5'))).toBe(true);
  keepCase({ ...kept('1-5'), tape: ['attach', 40] });
  expect(keptCase(mine('1-5'))).toMatchObject({ title: 'Case 1-5', tape: ['attach', 40] });
  expect(keptCase(mine('1-6'))).toBeNull();
  dropCase(mine('1-5'));
  expect(keptCase(mine('1-5'))).toBeNull();
});

it('keeps the work of two at one bench apart', () => {
  keepCase(kept('1-5'));
  expect(keptCase({ code: '1-5', technicianId: 'other' })).toBeNull();
  dropCase({ code: '1-5', technicianId: 'other' });
  expect(keptCase(mine('1-5'))).not.toBeNull();
});

it('lets the oldest go once it keeps too many', () => {
  for (let number = 1; number <= 8; number++) keepCase(kept(`1-${number}`, number));
  expect(keptCase(mine('1-2'))).toBeNull();
  expect(keptCase(mine('1-3'))).not.toBeNull();
  expect(keptCase(mine('1-8'))).not.toBeNull();
});

it('takes up nothing that another version kept, nor what is no case', () => {
  localStorage.setItem(`${PLACE}1-5`, JSON.stringify({ ...kept('1-5'), core: '0.9.0' }));
  localStorage.setItem(`${PLACE}1-6`, '{"core":');
  localStorage.setItem(`${PLACE}1-7`, 'null');
  for (const code of ['1-5', '1-6', '1-7']) expect(keptCase(mine(code))).toBeNull();
});

it('says so where the browser keeps nothing', () => {
  const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new Error('full');
  });
  expect(keepCase(kept('1-5'))).toBe(false);
  full.mockRestore();
});
