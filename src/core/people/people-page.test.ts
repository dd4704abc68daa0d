import { readFileSync } from 'node:fs';
import { ACTS, type Grant } from './permissions';

const WORDS: Readonly<Record<Grant, string>> = {
  yes: 'yes',
  no: '–',
  reason: 'with a reason',
  own: 'their own',
  own_today: 'their own, the same day',
  second: 'with a second person',
};

it('the page about people says of every act who may, as the table has it', () => {
  const page = readFileSync('docs/people.md', 'utf8');
  const rows = Object.values(ACTS).map(({ words, grants: { technician, lead, viewer } }) =>
    ['', words, WORDS[technician], WORDS[lead], WORDS[viewer], ''].join(' | ').trim(),
  );
  const table = page.split('\n').filter((line) => line.startsWith('| ') && !/^\| (act|---)/.test(line));
  expect(table).toEqual(rows);
});
