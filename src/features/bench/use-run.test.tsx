import 'fake-indexeddb/auto';
import { deserialize, serialize } from 'node:v8';
import { act, renderHook, waitFor } from '@testing-library/react';
import { IDBFactory } from 'fake-indexeddb';
import type { RunView } from '@/core/exchange/views';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import type { Reading } from '@/core/steps/reading';
import { leaveOutbox } from '@/ui/outbox/browser-outbox';
import { browserKeep } from '@/ui/outbox/kept-readings';
import { SiteProvider } from '@/ui/site';
import { siteSettings } from '@/ui/site.test-support';
import { useRun } from './use-run';

const RUN = '01900000-0000-7000-8000-000000000001';
const settings = siteSettings({ technicianId: 'tech' });

const emptyRun: RunView = {
  run: {
    id: RUN,
    batteryId: 'b',
    startedAtMs: 0,
    startedById: 'tech',
    finishedAtMs: null,
    finishedById: null,
    rulesId: 'integra-standard',
    rulesVersion: 1,
    assessmentId: null,
  },
  battery: {
    id: 'b',
    tag: 'FH-1',
    type: 'flooded',
    nominalVolts: 12,
    ratings: [],
    c20Ah: 60,
    rcMinutes: null,
    model: '',
    place: '',
    dateCode: '',
    fittedOn: null,
  },
  readings: [],
  assessments: [],
  unreadable: [],
  rules: STANDARD_RULES,
};

/** A server that keeps readings, until it is told to be silent or to refuse. */
class FakeServer {
  mode: 'well' | 'silent' | 'refusing' | 'failing' | 'gone' = 'well';
  stored: Reading[] = [];
  sent = 0;
  looks = 0;
  finished: unknown[] = [];

  readonly fetch = async (path: string, options?: { body?: string }) => {
    if (path === '/api/now') return reply({ nowMs: Date.now() });
    if (options?.body === undefined) this.looks++;
    if (this.mode === 'gone') throw new TypeError('no route to host');
    if (options?.body === undefined) return this.answer();
    if (this.mode === 'silent') throw new TypeError('no route to host');
    if (path.endsWith('/finish')) {
      this.finished.push(JSON.parse(options.body));
      return this.answer();
    }
    this.sent++;
    if (this.mode === 'failing') return reply({ ok: false, problems: [] }, 500);
    if (this.mode === 'refusing') {
      const problems = [{ field: 'runId', found: '', expected: '', message: 'finished meanwhile' }];
      return reply({ ok: false, failure: 'conflict', problems }, 409);
    }
    const reading: Reading = JSON.parse(options.body);
    if (!this.stored.some(({ id }) => id === reading.id)) this.stored.push(reading);
    return this.answer();
  };

  private answer() {
    return reply({ ok: true, value: { ...emptyRun, readings: [...this.stored] } });
  }
}

const reply = (value: unknown, status = 200) => ({ status, json: async () => value });

// This environment lacks two things that every browser has.
globalThis.structuredClone ??= ((value: unknown) => deserialize(serialize(value))) as typeof structuredClone;
AbortSignal.timeout ??= () => new AbortController().signal;

/** What other tabs say is said by the test, by `toldByAnotherTab`. */
class Channel {
  static open: Channel[] = [];
  onmessage: (() => void) | null = null;
  constructor(readonly name: string) {
    Channel.open.push(this);
  }
  postMessage() {}
  close() {}
}

/** Another tab has done something with the outbox, and says so. */
function toldByAnotherTab(): void {
  for (const { name, onmessage } of Channel.open) if (name === 'integra:outbox') onmessage?.();
}

let server: FakeServer;

beforeEach(() => {
  server = new FakeServer();
  localStorage.clear();
  // A browser that has kept nothing yet, and a page of it that was just opened.
  Object.assign(globalThis, {
    fetch: server.fetch,
    BroadcastChannel: Channel,
    indexedDB: new IDBFactory(),
  });
  openPage();
});

/** A page that is opened anew in the same browser: what it held in memory is gone. */
function openPage() {
  leaveOutbox();
}

/** Opens the run and lets its first look at the server come back. */
async function opened(technicianId: string | null = 'tech') {
  const wrapper = ({ children }: { readonly children: React.ReactNode }) => (
    <SiteProvider settings={{ ...settings, technicianId }}>{children}</SiteProvider>
  );
  const hook = renderHook(() => useRun(emptyRun), { wrapper });
  await act(async () => {});
  return hook;
}

const open = { volts: 12.61, temperatureC: 20 };

describe('captures', () => {
  it('are on screen at once and leave the outbox when they are acknowledged', async () => {
    const { result } = await opened();
    act(() => {
      expect(result.current.capture('open_circuit', open)).toEqual([]);
    });
    expect(result.current.readings.map(({ kind }) => kind)).toEqual(['open_circuit']);
    await waitFor(() => expect(server.stored).toHaveLength(1));
    await waitFor(() => expect(result.current.store.waiting).toBe(0));
    expect(result.current.readings).toHaveLength(1);
  });

  it('made while nothing answers are kept, said to wait, and sent by a page that opens later', async () => {
    server.mode = 'silent';
    const first = await opened();
    act(() => {
      first.result.current.capture('open_circuit', open);
    });
    await waitFor(() => expect(first.result.current.store.trouble).toContain('does not answer'));
    expect(first.result.current.store.keeping).toBe('kept');
    first.unmount();

    server.mode = 'well';
    openPage();
    const second = await opened();
    await waitFor(() => expect(server.stored).toHaveLength(1));
    await waitFor(() => expect(second.result.current.store.waiting).toBe(0));
    expect(second.result.current.readings[0]?.data).toEqual(open);
  });

  it('that another tab has sent stay on screen until this one has seen them stored', async () => {
    server.mode = 'silent';
    const { result } = await opened();
    act(() => {
      result.current.capture('open_circuit', open);
    });
    await waitFor(() => expect(result.current.store.trouble).toContain('does not answer'));
    const keep = await browserKeep();
    for (const { reading } of await keep.all()) {
      server.stored.push(reading);
      await keep.remove(reading.id);
    }
    server.mode = 'gone';
    const before = server.looks;
    act(toldByAnotherTab);
    await waitFor(() => expect(result.current.store.waiting).toBe(0));
    await waitFor(() => expect(server.looks).toBeGreaterThan(before));
    expect(result.current.readings).toHaveLength(1);
    expect(result.current.view.readings).toHaveLength(0);
    server.mode = 'well';
    await waitFor(() => expect(result.current.view.readings).toHaveLength(1));
    expect(result.current.readings).toHaveLength(1);
  });

  it('keep their order, one after the other', async () => {
    const { result } = await opened();
    act(() => {
      result.current.capture('identify', { confirmed: true });
      result.current.capture('open_circuit', open);
    });
    await waitFor(() => expect(server.stored).toHaveLength(2));
    expect(server.stored.map(({ kind }) => kind)).toEqual(['identify', 'open_circuit']);
  });

  it('that are refused stay until somebody decides, each by itself', async () => {
    server.mode = 'refusing';
    const { result } = await opened();
    act(() => {
      result.current.capture('open_circuit', open);
      result.current.capture('identify', { confirmed: true });
    });
    await waitFor(() => expect(result.current.store.refused).toHaveLength(1));
    const [refused] = result.current.store.refused;
    expect(refused?.refused?.[0]?.message).toBe('finished meanwhile');
    server.mode = 'well';
    await act(() => result.current.discard(refused?.reading.id ?? ''));
    // Only that one was given up: what was captured after it is stored.
    await waitFor(() => expect(server.stored.map(({ kind }) => kind)).toEqual(['identify']));
  });

  it('that cannot be are not made', async () => {
    const { result } = await opened();
    act(() => {
      result.current.capture('open_circuit', open);
    });
    act(() => {
      const wrong = result.current.capture('load', { amps: 180, seconds: 15, volts: 12.7, temperatureC: 20 });
      expect(wrong.map(({ field }) => field)).toEqual(['voltage under load']);
    });
    expect(result.current.readings).toHaveLength(1);
  });

  it('need somebody at the bench', async () => {
    const { result } = await opened(null);
    act(() => {
      expect(result.current.capture('open_circuit', open)[0]?.message).toContain('who is at the bench');
    });
    expect(result.current.readings).toEqual([]);
  });

  it('in a browser that keeps nothing are said to be on this page alone', async () => {
    server.mode = 'silent';
    const broken = {
      open: () => {
        throw new Error('no storage in a private window');
      },
    };
    Object.assign(globalThis, { indexedDB: broken });
    openPage();
    const { result } = await opened();
    act(() => {
      result.current.capture('open_circuit', open);
    });
    await waitFor(() => expect(result.current.store.keeping).toBe('only_here'));
    server.mode = 'well';
    await waitFor(() => expect(server.stored).toHaveLength(1));
  });

  it('of a correction carry the moment of what they replace', async () => {
    const { result } = await opened();
    act(() => {
      result.current.capture('open_circuit', open);
    });
    const [wrong] = result.current.readings;
    if (!wrong) throw new Error('there is a reading');
    act(() => {
      result.current.capture(
        'open_circuit',
        { ...open, volts: 12.16 },
        { supersedes: { reading: wrong, reason: 'slip' } },
      );
    });
    await waitFor(() => expect(server.stored).toHaveLength(2));
    expect(server.stored[1]).toMatchObject({
      supersedesId: wrong.id,
      reason: 'slip',
      takenAtMs: wrong.takenAtMs,
    });
  });
});

describe('finishing', () => {
  it('waits until everything is stored, and names the readings that were seen', async () => {
    server.mode = 'silent';
    const { result } = await opened();
    act(() => {
      result.current.capture('open_circuit', open);
    });
    await act(() => result.current.finish());
    expect(result.current.problems[0]?.message).toContain('not stored yet');
    expect(server.finished).toEqual([]);
    server.mode = 'well';
    await waitFor(() => expect(result.current.store.waiting).toBe(0));
    await act(() => result.current.finish());
    expect(server.finished).toEqual([
      { runId: RUN, technicianId: 'tech', seenReadingIds: [result.current.readings[0]?.id] },
    ]);
  });

  it('pressed while the last capture is on its way, finishes as soon as that is stored', async () => {
    const { result } = await opened();
    act(() => {
      result.current.capture('open_circuit', open);
    });
    expect(result.current.store.waiting).toBe(1);
    await act(() => result.current.finish());
    expect(result.current.problems).toEqual([]);
    expect(server.finished).toEqual([
      { runId: RUN, technicianId: 'tech', seenReadingIds: [server.stored[0]?.id] },
    ]);
  });
});
