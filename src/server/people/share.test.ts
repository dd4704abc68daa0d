import { uuidv7 } from 'uuidv7';
import { granted, messagesOf } from '../answers.test-support';
import { finishRun } from '../runs';
import { newShop } from '../shop.test-support';
import { runOfShare, shareSlip, sharesOf, takeShareBack } from './share';

const { shop, technicianId, started, captureAll } = newShop();
const DAY_MS = 24 * 3_600_000;

async function finished(): Promise<string> {
  const { runId } = await started();
  const { readings } = await captureAll(runId, 12.7, 10.6);
  const seenReadingIds = readings.map(({ id }) => id);
  granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
  return runId;
}

const tokenOf = (path: string) => path.replace('/shared/', '');
const share = (runId: string, days = 30) => shareSlip(shop.context, runId, { technicianId, days });
const later = (ms: number) => ({ ...shop.context, now: () => Date.now() + ms });

describe('a slip that is shared', () => {
  it('is seen under an address that nobody guesses, until its time ends', async () => {
    const runId = await finished();
    const { path } = granted(await share(runId, 7));
    expect(tokenOf(path)).toMatch(/^[\w-]{43}$/);
    expect(await runOfShare(shop.context, tokenOf(path))).toBe(runId);
    expect(await runOfShare(later(7 * DAY_MS - 60_000), tokenOf(path))).toBe(runId);
    expect(await runOfShare(later(7 * DAY_MS + 1), tokenOf(path))).toBeUndefined();
    expect(await runOfShare(shop.context, `${tokenOf(path).slice(0, -1)}~`)).toBeUndefined();
    const other = granted(await share(runId));
    expect(other.path).not.toBe(path);
  });

  it('is taken back, and only under the run that it is of', async () => {
    const runId = await finished();
    const { path } = granted(await share(runId));
    const [shared] = await sharesOf(shop.context, runId);
    const asked = { technicianId, shareId: shared?.id ?? '' };
    expect(messagesOf(await takeShareBack(shop.context, uuidv7(), asked))).toHaveLength(1);
    expect(await runOfShare(shop.context, tokenOf(path))).toBe(runId);
    granted(await takeShareBack(shop.context, runId, asked));
    expect(await runOfShare(shop.context, tokenOf(path))).toBeUndefined();
    expect(await sharesOf(shop.context, runId)).toEqual([]);
    expect(messagesOf(await takeShareBack(shop.context, runId, asked))).toHaveLength(1);
  });

  it('is of a finished run, for a time that makes sense, and not shared without end', async () => {
    const { runId } = await started();
    expect(messagesOf(await share(runId))[0]).toContain('Finish the run first');
    expect(messagesOf(await share(uuidv7()))[0]).toContain('a run of a battery');
    const done = await finished();
    for (const days of [0, 1.5, 400]) expect(messagesOf(await share(done, days))[0]).toContain('days');
    for (let at = 0; at < 20; at++) granted(await share(done));
    expect(messagesOf(await share(done))[0]).toContain('take one back first');
  });

  it('keeps no address in the store, and tells none again', async () => {
    const runId = await finished();
    const { path } = granted(await share(runId));
    expect(JSON.stringify(await sharesOf(shop.context, runId))).not.toContain(tokenOf(path));
  });
});
