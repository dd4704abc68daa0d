import { currentReadings } from '@/core/steps/current-readings';
import { granted, messagesOf } from './answers.test-support';
import { floorView } from './floor';
import { answerRun, captureReading } from './runs';
import { newShop } from './shop.test-support';

const { shop, started, reading } = newShop();

describe('a reading that cannot be', () => {
  const now = () => Date.now();

  it.each([
    [
      'of a moment that no calendar knows',
      { takenAtMs: 9_007_199_254_740_992 },
      'takenAtMs: found 9007199254740992',
    ],
    [
      'of a kind that every object has',
      { kind: '__proto__' },
      'kind: found "__proto__", expected one of identify',
    ],
    ['of a kind that every object inherits', { kind: 'constructor' }, 'kind: found "constructor"'],
    ['with a field of its prototype', { data: JSON.parse('{"__proto__":{"volts":12}}') }, 'data/'],
  ])('%s is refused by name, and the Floor and the run stay readable', async (_what, change, expected) => {
    const { runId } = await started();
    const bad = { ...reading(runId, 'open_circuit', { volts: 12.6, temperatureC: 20 }), ...change };
    expect(messagesOf(await captureReading(shop.context, bad)).join('\n')).toContain(expected);
    expect(granted(await answerRun(shop.context, runId)).readings).toEqual([]);
    expect((await floorView(shop.context)).onBench.some((card) => card.runId === runId)).toBe(true);
  });

  it('from the future is refused, so that a tablet whose clock runs ahead decides nothing', async () => {
    const { runId } = await started();
    const ahead = reading(
      runId,
      'open_circuit',
      { volts: 12.7, temperatureC: 20 },
      { takenAtMs: now() + 3_600_000 },
    );
    expect(await captureReading(shop.context, ahead)).toMatchObject({
      failure: 'conflict',
      problems: [{ field: 'takenAtMs' }],
    });
    const nearly = { ...ahead, takenAtMs: now() + 60_000 };
    expect((await captureReading(shop.context, nearly)).ok).toBe(true);
  });

  it('stamped ahead of when it was stored comes before what was read later', async () => {
    const { runId } = await started();
    const first = reading(
      runId,
      'open_circuit',
      { volts: 12.7, temperatureC: 20 },
      { takenAtMs: now() + 100_000 },
    );
    granted(await captureReading(shop.context, first));
    await new Promise((later) => setTimeout(later, 5));
    const second = reading(runId, 'open_circuit', { volts: 11.6, temperatureC: 20 }, { takenAtMs: now() });
    const { readings } = granted(await captureReading(shop.context, second));
    expect(currentReadings(readings).last.open_circuit?.data.volts).toBe(11.6);
  });

  it('whose id stands in another run is not acknowledged', async () => {
    const [one, other] = [await started(), await started()];
    const taken = reading(one.runId, 'identify', { confirmed: true });
    granted(await captureReading(shop.context, taken));
    expect(await captureReading(shop.context, { ...taken, runId: other.runId })).toMatchObject({
      failure: 'conflict',
    });
    expect(granted(await answerRun(shop.context, other.runId)).readings).toEqual([]);
    expect((await captureReading(shop.context, taken)).ok).toBe(true);
  });

  it('does not say itself when it was stored', async () => {
    const { runId } = await started();
    const claimed = { ...reading(runId, 'identify', { confirmed: true }), recordedAtMs: 1 };
    const [stored] = granted(await captureReading(shop.context, claimed)).readings;
    expect(stored?.recordedAtMs).toBeGreaterThan(1_700_000_000_000);
  });
});
