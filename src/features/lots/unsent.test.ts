/** @vitest-environment jsdom */
import { unsentOf } from './use-lot-store';

const PLACE = 'integra:lot:rack';
const KEPT = { name: 'Quay rack', rows: [{ tag: 'QR-001', ocv_v: '12.6' }, {}], seenRevision: 4 };

beforeEach(() => localStorage.clear());

it('what was typed and not sent comes back as it was', () => {
  localStorage.setItem(PLACE, JSON.stringify(KEPT));
  expect(unsentOf('rack')).toEqual(KEPT);
  expect(unsentOf('another')).toBeNull();
});

it('a column that an earlier version had, and what is no cell, do not keep the rest from being stored', () => {
  const rows = [{ tag: 'QR-001', colour_of_case: 'grey', ocv_v: 12.6, constructor: 'x' }];
  localStorage.setItem(PLACE, JSON.stringify({ ...KEPT, rows }));
  expect(unsentOf('rack')?.rows).toEqual([{ tag: 'QR-001' }]);
});

it.each([
  ['half of it', '{"name":"Quay ra'],
  ['nothing', 'null'],
  ['a number', '5'],
  ['a list', '[]'],
  ['no rows', JSON.stringify({ ...KEPT, rows: undefined })],
  ['rows that are none', JSON.stringify({ ...KEPT, rows: [{ tag: 'QR-001' }, null] })],
  ['no revision', JSON.stringify({ ...KEPT, seenRevision: '4' })],
])('%s is no rack: the rack opens without it', (_what, text) => {
  localStorage.setItem(PLACE, text);
  expect(unsentOf('rack')).toBeNull();
});
