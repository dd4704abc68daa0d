import { WrittenRun } from '../procedure/written-run.test-support';
import { foundAndLeft, putRight, reopenings } from './course';
import { READING_KINDS } from './reading';
import { readingTitle } from './registry';

const charged = () =>
  new WrittenRun()
    .add('open_circuit', { volts: 12.1, temperatureC: 10 })
    .add('conductance', { value: 400, unit: 'S', compensated: 'none', temperatureC: 10 })
    .add('charge', { full: true })
    .add('open_circuit', { volts: 12.65, temperatureC: 18 });

describe('the course of a run', () => {
  it('keeps what was found beside what was left, though a charge made it stale', () => {
    const course = foundAndLeft(charged().readings);
    expect(course.map(({ kind, found, left }) => [kind, found.data, left?.data ?? null])).toEqual([
      ['open_circuit', { volts: 12.1, temperatureC: 10 }, { volts: 12.65, temperatureC: 18 }],
      ['conductance', { value: 400, unit: 'S', compensated: 'none', temperatureC: 10 }, null],
    ]);
  });

  it('a slip of the finger is neither found nor left: it is told as put right', () => {
    const run = new WrittenRun().add('open_circuit', { volts: 21.6, temperatureC: 10 });
    run.add(
      'open_circuit',
      { volts: 12.6, temperatureC: 10 },
      { supersedesId: run.lastId, reason: 'digits swapped' },
    );
    expect(foundAndLeft(run.readings)).toMatchObject([{ found: { data: { volts: 12.6 } }, left: null }]);
    expect(putRight(run.readings)).toMatchObject([
      { was: { data: { volts: 21.6 } }, now: { data: { volts: 12.6 } }, reason: 'digits swapped' },
    ]);
    run.add('withdrawal', {}, { supersedesId: run.lastId, reason: 'wrong battery' });
    expect(putRight(run.readings).at(-1)).toMatchObject({ was: { data: { volts: 12.6 } }, now: null });
    expect(foundAndLeft(run.readings)).toEqual([]);
  });

  it('says why it was opened again', () => {
    const run = charged().add('reopened', { reason: 'It came back' });
    expect(reopenings(run.readings).map(({ data }) => data.reason)).toEqual(['It came back']);
  });
});

it('every kind of reading has a name that a technician would know', () => {
  for (const kind of READING_KINDS) expect(readingTitle(kind)).toMatch(/^[A-Z][a-z -]+/);
});
