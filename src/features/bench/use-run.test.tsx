import { act, renderHook, waitFor } from '@testing-library/react';
import type { RunView } from '@/core/exchange/views';
import type { Reading } from '@/core/procedure/reading';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { SiteProvider, type SiteSettings } from '@/ui/site';
import { useRun } from './use-run';

const RUN = '01900000-0000-7000-8000-000000000001';
const settings: SiteSettings = {
  zone: 'UTC',
  technicians: [],
  technicianId: 'tech',
  temperatureUnit: '°C',
  theme: 'light',
};

const emptyRun: RunView = {
  run: {
    ...{
      id: RUN,
      batteryId: 'b',
      startedAtMs: 0,
      startedById: 'tech',
      finishedAtMs: null,
      finishedById: null,
    },
    ...{ rulesId: 'integra-standard', rulesVersion: 1, assessmentId: null },
  },
  battery: {
    ...{ id: 'b', tag: 'FH-1', type: 'flooded', nominalVolts: 12, ratings: [], c20Ah: 60, rcMinutes: null },
    ...{ model: '', place: '', dateCode: '', fittedOn: null },
  },
  readings: [],
  assessments: [],
  rules: STANDARD_RULES,
};

/** A server that keeps readings, until it is told to be silent or to refuse. */
class FakeServer {
  mode: 'well' | 'silent' | 'refusing' = 'well';
  stored: Reading[] = [];
  sent = 0;

  readonly fetch = async (path: string, options?: { body?: string }) => {
    if (options?.body === undefined) return this.answer(path);
    if (this.mode === 'silent') throw new TypeError('no route to host');
    this.sent++;
    if (this.mode === 'refusing') {
      const problems = [{ field: 'runId', found: '', expected: '', message: 'finished meanwhile' }];
      return { json: async () => ({ ok: false, failure: 'conflict', problems }) };
    }
    const reading: Reading = JSON.parse(options.body);
    if (!this.stored.some(({ id }) => id === reading.id)) this.stored.push(reading);
    return this.answer(path);
  };

  private answer(_path: string) {
    const value = { ...emptyRun, readings: [...this.stored] };
    return { json: async () => ({ ok: true, value }) };
  }
}

class SilentChannel {
  onmessage: unknown = null;
  postMessage() {}
  close() {}
}

let server: FakeServer;

beforeEach(() => {
  server = new FakeServer();
  localStorage.clear();
  Object.assign(globalThis, { fetch: server.fetch, BroadcastChannel: SilentChannel });
});

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
    await waitFor(() => expect(localStorage.length).toBe(0));
    expect(result.current.storeState).toBe('stored');
    expect(result.current.readings).toHaveLength(1);
  });

  it('made while nothing answers are kept, said to wait, and sent by a page that opens later', async () => {
    server.mode = 'silent';
    const first = await opened();
    act(() => {
      first.result.current.capture('open_circuit', open);
    });
    await waitFor(() => expect(first.result.current.storeState).toBe('waiting'));
    first.unmount();
    expect(localStorage.length).toBe(1);

    server.mode = 'well';
    const second = await opened();
    await waitFor(() => expect(server.stored).toHaveLength(1));
    await waitFor(() => expect(second.result.current.storeState).toBe('stored'));
    expect(second.result.current.readings[0]?.data).toEqual(open);
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

  it('that are refused stay until somebody decides', async () => {
    server.mode = 'refusing';
    const { result } = await opened();
    act(() => {
      result.current.capture('open_circuit', open);
    });
    await waitFor(() => expect(result.current.storeState).toBe('refused'));
    expect(result.current.problems[0]?.message).toBe('finished meanwhile');
    expect(server.sent).toBe(1);
    expect(localStorage.length).toBe(1);
    act(() => result.current.discard());
    expect(result.current.readings).toEqual([]);
    expect(localStorage.length).toBe(0);
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
