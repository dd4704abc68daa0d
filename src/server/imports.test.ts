import { uuidv7 } from 'uuidv7';
import type { ImportRecord, LotRow } from '@/core/exchange/arrival-views';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { hearQueries } from '@/store/query-plans.test-support';
import type { Answer } from './answer';
import { granted } from './answers.test-support';
import { batteryStory, findBattery, registerBattery } from './batteries';
import type { Context } from './context';
import { newContext } from './context.test-support';
import { bodyFile, finishSeen, UNWATCHED } from './files.test-support';
import { floorView } from './floor';
import { answerKnown, importList, importReadings, undoImport } from './imports';
import { beginLot, discardLot, judgeLotByToday, lotList, lotView, saveLot, storeLot } from './lots';
import { saveRules } from './rules';
import { answerRun, captureReading, reopenRun, startRun } from './runs';
import { registerTechnician } from './technicians';

const queries = hearQueries();

afterAll(async () => {
  expect(await queries.slowPlans()).toEqual([]);
});

let context: Context;

const technicianId = uuidv7();
let serial = 0;
const newTag = () => `I-${++serial}`;

beforeAll(async () => {
  context = await newContext();
  await registerTechnician(context, { id: technicianId, name: 'Maro Tindell' });
});

const messageOf = (answer: Answer<unknown>) => (answer.ok ? '' : answer.problems[0]?.message);

const HEADER =
  'tag,construction,rating_a,c20_ah,case,terminals,level,temp_c,rest_min,ocv_v,load_a,load_v,taken_at';
const MAPPING = HEADER.split(',');
const sound = (tag: string, changes = '10.6,2026-01-12T08:00:00Z') =>
  `${tag},flooded,570,60,ok,ok,ok,25,800,12.65,285,${changes}`;

const quiet = UNWATCHED;
function bringIn(rows: readonly string[], seenRuns: number, id = uuidv7(), watched = quiet) {
  const meta = { id, technicianId, name: 'rack.csv', mapping: MAPPING, seenRuns };
  return importReadings(context, meta, bodyFile(`${HEADER}\n${rows.join('\n')}\n`), watched);
}

async function storyOf(tag: string) {
  const { exact } = granted(await findBattery(context, tag));
  return exact ? batteryStory(context, exact.battery.id) : undefined;
}

describe('an import', () => {
  it('stores its good rows as finished runs, registers what is new, and is answered the same when sent again', async () => {
    const [one, other] = [newTag(), newTag()];
    const told: number[] = [];
    const watched = {
      ...quiet,
      onProgress: ({ stored = 0 }: Readonly<Record<string, number>>) => void told.push(stored),
    };
    const rows = [
      sound(one),
      sound(one, '9.2,2026-02-12T08:00:00Z'),
      sound(other),
      sound(other, '13,x'),
      'short',
    ];
    const id = uuidv7();
    const made = granted(await bringIn(rows, 3, id, watched));
    expect(made).toMatchObject({ runs: 3, newBatteries: 2, source: 'file', madeById: technicianId });
    expect(told).toEqual([3]);
    const story = await storyOf(one);
    expect(story?.battery).toMatchObject({
      tag: one,
      type: 'flooded',
      ratings: [{ standard: 'SAE', amps: 570 }],
    });
    expect(story?.runs.map(({ assessment }) => assessment?.verdict)).toEqual(['retire', 'serve']);
    expect(granted(await bringIn(rows, 3, id))).toEqual(made);
    expect((await storyOf(one))?.runs).toHaveLength(2);
    expect((await importList(context))[0]).toEqual(made);
  });

  it('stores runs that reopen and come to the same as the row did', async () => {
    const tag = newTag();
    granted(await bringIn([sound(tag)], 1));
    const [first] = (await storyOf(tag))?.runs ?? [];
    const runId = first?.run.id ?? '';
    const before = granted(await answerRun(context, runId));
    granted(await reopenRun(context, { runId, technicianId, readingId: uuidv7(), reason: 'Left out' }));
    const after = granted(await finishSeen(context, runId, technicianId));
    expect(after.assessments[0]?.assessment).toEqual(before.assessments[0]?.assessment);
    expect(before.readings.map(({ kind }) => kind)).toEqual([
      ...['identify', 'inspection', 'settle', 'open_circuit', 'load'],
    ]);
  });

  it('stores nothing where the rows are not those that were seen, the header is, or it is stopped', async () => {
    const tag = newTag();
    expect(messageOf(await bringIn([sound(tag)], 2))).toContain(
      '1 rows can be stored now, 2 when you looked',
    );
    const stop = new AbortController();
    stop.abort();
    expect(messageOf(await bringIn([sound(tag)], 1, uuidv7(), { ...quiet, signal: stop.signal }))).toBe(
      'Stopped. Nothing was stored.',
    );
    const unmapped = { id: uuidv7(), technicianId, name: 'x', mapping: ['tag'], seenRuns: 1 };
    expect(messageOf(await importReadings(context, unmapped, bodyFile('a,b\n1,2\n'), quiet))).toContain(
      'construction: found nothing',
    );
    const binary = { ...unmapped, mapping: MAPPING };
    expect(messageOf(await importReadings(context, binary, bodyFile('\0PNG'), quiet))).toContain(
      'not a text file',
    );
    expect((await storyOf(tag))?.battery).toBeUndefined();
  });

  it('refuses more rows than it takes at once, and keeps nothing of them', async () => {
    const before = (await importList(context)).length;
    const rows = Array.from({ length: 200_000 }, (_, index) => `${index},x`);
    const meta = { id: uuidv7(), technicianId, name: 'x', mapping: ['tag', 'construction'], seenRuns: 1 };
    expect(messageOf(await importReadings(context, meta, bodyFile(`a,b\n${rows.join('\n')}`), quiet))).toBe(
      'rows: found "more than 100000", expected at most 100000: split the file',
    );
    expect(await importList(context)).toHaveLength(before);
  });

  it('is held against what is registered', async () => {
    const tag = newTag();
    const rest = { c20Ah: 70, rcMinutes: null, model: '', place: '', dateCode: '', fittedOn: null };
    const label = { tag, type: 'agm', nominalVolts: 12, ratings: [{ standard: 'SAE', amps: 800 }], ...rest };
    granted(await registerBattery(context, { id: uuidv7(), technicianId, label }));
    const known = granted(await answerKnown(context, { keys: [tag, 'I-NOBODY'] }));
    expect(known).toMatchObject([[tag, { battery: { tag }, runsAtMs: [] }]]);
    expect(messageOf(await bringIn([sound(tag)], 1))).toContain('0 rows can be stored now');
  });
});

describe('taking an import back', () => {
  const undo = (made: ImportRecord) => undoImport(context, { importId: made.id, technicianId });

  it('removes its runs and the batteries that it registered, once', async () => {
    const [one, other] = [newTag(), newTag()];
    granted(await bringIn([sound(one)], 1));
    const made = granted(await bringIn([sound(one, '10.5,2026-03-01T08:00:00Z'), sound(other)], 2));
    const undone = granted(await undo(made));
    expect(undone).toMatchObject({ undoneById: technicianId, undoneAtMs: expect.any(Number) });
    expect((await storyOf(one))?.runs).toHaveLength(1);
    expect(await storyOf(other)).toBeUndefined();
    expect(granted(await undo(made))).toEqual(undone);
    expect(await undoImport(context, { importId: uuidv7(), technicianId })).toMatchObject({
      failure: 'missing',
    });
    granted(await bringIn([sound(other)], 1));
  });

  it('keeps a battery that was tested again since', async () => {
    const tag = newTag();
    const made = granted(await bringIn([sound(tag)], 1));
    granted(await bringIn([sound(tag, '10.5,2026-03-01T08:00:00Z')], 1));
    granted(await undo(made));
    expect((await storyOf(tag))?.runs).toHaveLength(1);
  });

  it('is refused, by name, once somebody has worked on one of its runs', async () => {
    const tag = newTag();
    const made = granted(await bringIn([sound(tag)], 1));
    const runId = (await storyOf(tag))?.runs[0]?.run.id ?? '';
    granted(await reopenRun(context, { runId, technicianId, readingId: uuidv7(), reason: 'Left out' }));
    expect(messageOf(await undo(made))).toContain(`worked on since: ${tag}.`);
    const envelope = { id: uuidv7(), runId, takenAtMs: Date.now(), technicianId, instrument: 'typed' };
    const more = {
      kind: 'recovery',
      data: { minutes: 5, volts: 12.5 },
      forced: false,
      supersedesId: null,
      reason: null,
    };
    granted(await captureReading(context, { ...envelope, ...more }));
    granted(await finishSeen(context, runId, technicianId));
    expect(messageOf(await undo(made))).toContain('cannot be taken back');
    expect((await storyOf(tag))?.runs).toHaveLength(1);
  });
});

describe('a rack', () => {
  const cells = (tag: string): LotRow => ({
    tag,
    construction: 'flooded',
    rating_a: '570',
    c20_ah: '60',
    case: 'ok',
    terminals: 'ok',
    level: 'ok',
    temp_c: '25',
    rest_min: '800',
    ocv_v: '12,65',
    load_a: '285',
    load_v: '10.6',
  });
  async function begun(rows: readonly LotRow[]) {
    const id = uuidv7();
    granted(await beginLot(context, { id, name: ' Rack 4 ', technicianId }));
    const { revision } = granted(await saveLot(context, { id, name: 'Rack 4', rows, seenRevision: 1 }));
    return { id, revision };
  }

  it('is kept as it is typed, and two who change it are told apart', async () => {
    const { id, revision } = await begun([{ tag: 'R' }]);
    expect(await lotView(context, id)).toMatchObject({
      lot: { name: 'Rack 4', rows: [{ tag: 'R' }], revision },
    });
    expect(messageOf(await saveLot(context, { id, name: 'x', rows: [], seenRevision: 1 }))).toContain(
      'changed elsewhere',
    );
    expect((await lotList(context))[0]).toMatchObject({ id, batteries: 1, importId: null });
    expect(
      (await saveLot(context, { id, name: 'x', rows: [{ colour: 'red' }], seenRevision: revision })).ok,
    ).toBe(false);
    granted(await discardLot(context, { id }));
    expect(await lotView(context, id)).toBeUndefined();
    expect((await discardLot(context, { id })).ok).toBe(false);
  });

  it('is stored as runs of its batteries, all or none, and opens again when that is taken back', async () => {
    const tag = newTag();
    const { id, revision } = await begun([cells(tag), {}, { tag: 'unfinished' }]);
    const store = (importId: string, seenRuns: number) =>
      storeLot(context, { id, importId, technicianId, seenRevision: revision, seenRuns });
    expect(messageOf(await store(uuidv7(), 2))).toContain('1 rows can be stored now');
    expect((await lotView(context, id))?.lot.importId).toBeNull();
    const importId = uuidv7();
    const made = granted(await store(importId, 1));
    expect(made).toMatchObject({ source: 'lot', name: 'Rack 4', runs: 1, newBatteries: 1 });
    expect(granted(await store(importId, 1))).toEqual(made);
    expect(messageOf(await store(uuidv7(), 1))).toBe('This rack is stored already.');
    expect((await discardLot(context, { id })).ok).toBe(false);
    const story = await storyOf(tag);
    expect(story?.battery.place).toBe('Rack 4');
    const run = granted(await answerRun(context, story?.runs[0]?.run.id ?? ''));
    expect(run.readings.find(({ kind }) => kind === 'complaint')?.data).toEqual({ symptom: 'used_unit' });
    granted(await undoImport(context, { importId, technicianId }));
    expect((await lotView(context, id))?.lot.importId).toBeNull();
  });

  it('has its batteries that are to be charged on the Floor until somebody takes them on', async () => {
    const [low, sound] = [newTag(), newTag()];
    const { id, revision } = await begun([
      { ...cells(low), ocv_v: '12.1', load_a: '', load_v: '' },
      cells(sound),
    ]);
    const importId = uuidv7();
    const waiting = async () => (await floorView(context)).fromRacks.filter(({ rack }) => rack === 'Rack 4');
    const before = (await waiting()).map(({ tag }) => tag);
    expect(before).not.toContain(low);
    granted(await storeLot(context, { id, importId, technicianId, seenRevision: revision, seenRuns: 2 }));
    const tags = (await waiting()).map(({ tag }) => tag);
    expect(tags).toContain(low);
    expect(tags).not.toContain(sound);
    const batteryId = (await storyOf(low))?.battery.id ?? '';
    granted(await startRun(context, { id: uuidv7(), batteryId, technicianId }));
    expect((await waiting()).map(({ tag }) => tag)).not.toContain(low);
  });

  it('keeps the rules that it was stored by, whatever comes in force since, and says so', async () => {
    const { id, revision } = await begun([cells(newTag())]);
    granted(
      await storeLot(context, { id, importId: uuidv7(), technicianId, seenRevision: revision, seenRuns: 1 }),
    );
    const before = await lotView(context, id);
    expect(before?.newer).toBeNull();
    const begunBefore = await begun([cells(newTag())]);
    const stricter = { ...STANDARD_RULES, health: { ...STANDARD_RULES.health, servePct: 90 } };
    const reason = 'Cold January';
    const saved = granted(
      await saveRules(context, { rules: stricter, seenVersion: 0, reason, technicianId }),
    );
    const after = await lotView(context, id);
    expect(after?.rules).toEqual(before?.rules);
    expect(after?.newer?.version).toBe(saved.version);
    // One that is still being graded changes no verdict by itself either: somebody says so, and sees it coming.
    const unaware = await lotView(context, begunBefore.id);
    expect(unaware?.rules).toEqual(before?.rules);
    expect(unaware?.newer).toEqual(saved);
    granted(await judgeLotByToday(context, { id: begunBefore.id }));
    expect(await lotView(context, begunBefore.id)).toMatchObject({ rules: saved, newer: null });
    expect(messageOf(await judgeLotByToday(context, { id }))).toContain('a rack that is not stored yet');
    const open = await begun([cells(newTag())]);
    expect((await lotView(context, open.id))?.rules).toEqual(saved);
  });
});
