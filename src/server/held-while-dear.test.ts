import type { Context } from './context';
import { heldWhileDear } from './held-while-dear';

/** A context of some store at some moment, which passes by hand. */
function at(clock: { ms: number }, opened = 'one'): Context {
  return { store: { opened }, now: () => clock.ms } as unknown as Context;
}

/** Work that takes so long by that clock, and says how often it was done. */
function work(clock: { ms: number }, tookMs: number) {
  let times = 0;
  return vi.fn(async (): Promise<number> => {
    clock.ms += tookMs;
    times++;
    return times;
  });
}

describe('an answer that is dear', () => {
  it('is worked out once for all who ask meanwhile, and holds ten times as long as it took', async () => {
    const clock = { ms: 1000 };
    const asked = heldWhileDear(work(clock, 2000));
    expect(await Promise.all([asked(at(clock)), asked(at(clock))])).toEqual([1, 1]);
    clock.ms += 19_000;
    expect(await asked(at(clock))).toBe(1);
    clock.ms += 2000;
    expect(await asked(at(clock))).toBe(2);
  });

  it('is worked out each time where it is not, so that whoever changed something sees it', async () => {
    const clock = { ms: 1000 };
    const asked = heldWhileDear(work(clock, 20));
    expect(await asked(at(clock))).toBe(1);
    expect(await asked(at(clock))).toBe(2);
  });

  it('is never that of another store, nor of a later day, nor one that went wrong', async () => {
    const clock = { ms: 1000 };
    const done = work(clock, 2000);
    const asked = heldWhileDear(done);
    expect(await asked(at(clock))).toBe(1);
    expect(await asked(at(clock, 'another'))).toBe(2);
    expect(await asked(at({ ms: 500 }, 'another'))).toBe(3);
    done.mockImplementationOnce(() => Promise.reject(new Error('the disk is gone')));
    await expect(asked(at({ ms: 90_000_000 }))).rejects.toThrow('gone');
    expect(await asked(at({ ms: 90_000_000 }))).toBe(4);
  });
});
