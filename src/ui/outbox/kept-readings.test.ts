/** @vitest-environment jsdom */
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { browserKeep } from './kept-readings';

const reading = {
  id: '01900000-0000-7000-8000-000000000002',
  runId: '01900000-0000-7000-8000-000000000001',
  takenAtMs: 1000,
  kind: 'open_circuit',
  data: { volts: 12.6, temperatureC: 20 },
};

beforeEach(() => {
  localStorage.clear();
  Object.assign(globalThis, { indexedDB: new IDBFactory() });
});

it('takes over what an earlier version kept, once', async () => {
  localStorage.setItem('integra:outbox:a', JSON.stringify([reading]));
  const keep = await browserKeep();
  expect(await keep.all()).toMatchObject([{ reading, tag: '', order: 0, capturedAtMs: 1000, refused: null }]);
  expect(localStorage.getItem('integra:outbox:a')).toBeNull();
});

it.each([
  ['cut off', '[{"id":"0190'],
  ['of another shape', '{"readings":[]}'],
  ['with something between that is no reading', JSON.stringify([reading, null])],
  ['with a reading of no moment', JSON.stringify([{ ...reading, takenAtMs: undefined }])],
])('leaves where it is what is %s, and keeps readings all the same', async (_how, text) => {
  localStorage.setItem('integra:outbox:a', text);
  localStorage.setItem('integra:outbox:b', JSON.stringify([reading]));
  const keep = await browserKeep();
  expect((await keep.all()).map((unsent) => unsent.reading.id)).toEqual([reading.id]);
  expect(localStorage.getItem('integra:outbox:a')).toBe(text);
});
