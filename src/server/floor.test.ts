import { sql } from 'drizzle-orm';
import { uuidv7 } from 'uuidv7';
import { uuidBytes } from '@/store/uuid-column';
import { granted, messagesOf } from './answers.test-support';
import { correctBattery } from './batteries';
import { changed } from './changes';
import { finishSeen } from './files.test-support';
import { floorView } from './floor';
import { answerRun, captureReading, startRun } from './runs';
import { newShop } from './shop.test-support';

const { shop, technicianId, label, registered, started, reading, captureAll } = newShop();

describe('a run with something unreadable in it', () => {
  it('costs itself, named on the Floor, and bars neither the Floor, its page, nor the next run', async () => {
    const { battery, runId } = await started();
    const other = await started();
    granted(await captureReading(shop.context, reading(runId, 'identify', { confirmed: true })));
    await shop.context.store.write((transaction) =>
      transaction.run(
        sql`insert into readings (id, run_id, kind, data, taken_at_ms, recorded_at_ms, technician_id, instrument_number, forced)
          values (${uuidBytes(uuidv7())}, ${uuidBytes(runId)}, 'load', '{"amps":"many","seconds":15,"volts":10,"temperatureC":20}', 1000, 1000, ${uuidBytes(technicianId)}, (select number from instruments), 0)`,
      ),
    );
    changed('all');
    const { onBench } = await floorView(shop.context);
    expect(onBench.find((card) => card.runId === runId)?.unreadable).toContain('amps: found "many"');
    expect(onBench.find((card) => card.runId === other.runId)?.unreadable).toBeNull();
    const view = granted(await answerRun(shop.context, runId));
    expect(view.readings.map(({ kind }) => kind)).toEqual(['identify']);
    expect(view.unreadable).toHaveLength(1);
    expect(messagesOf(await finishSeen(shop.context, runId, technicianId))[0]).toContain(
      'comes to no verdict',
    );
    const next = granted(await startRun(shop.context, { id: uuidv7(), batteryId: battery.id, technicianId }));
    expect(next.id).not.toBe(runId);
  });

  it('under rules that nobody has here is shown, and says so', async () => {
    const { runId } = await started();
    await shop.context.store.write((transaction) =>
      transaction.run(
        sql`update runs set rules_id = 'elsewhere', rules_version = 7 where id = ${uuidBytes(runId)}`,
      ),
    );
    changed('all');
    expect(
      (await floorView(shop.context)).onBench.find((card) => card.runId === runId)?.unreadable,
    ).toContain('house rules: found "elsewhere, version 7"');
    expect(granted(await answerRun(shop.context, runId)).unreadable).toHaveLength(1);
  });
});

describe('the Floor', () => {
  it('marks what rests on a reading that was forced', async () => {
    const [plain, forced] = [await started(), await started()];
    await captureAll(plain.runId, 12.65, 10.6);
    await captureAll(forced.runId, 12.65);
    const load = { amps: 285, seconds: 15, volts: 10.6, temperatureC: 20 };
    granted(await captureReading(shop.context, reading(forced.runId, 'load', load, { forced: true })));
    for (const { runId } of [plain, forced]) granted(await finishSeen(shop.context, runId, technicianId));
    const { doneToday } = await floorView(shop.context);
    const markOf = (id: string) => doneToday.find(({ runId }) => runId === id)?.indicative;
    expect([markOf(plain.runId), markOf(forced.runId)]).toEqual([false, true]);
  });

  it('shows open runs with where they stand, and what was finished on the site’s own day', async () => {
    const { battery, runId } = await started();
    await captureAll(runId, 12.2);
    const other = await started();
    await captureAll(other.runId, 12.65, 10.6);
    await finishSeen(shop.context, other.runId, technicianId);
    const floor = await floorView(shop.context);
    expect(floor.onBench.find((card) => card.runId === runId)).toMatchObject({
      tag: battery.tag,
      nextStep: 'charge',
      charging: false,
      unreadable: null,
    });
    expect(floor.doneToday.map((line) => line.runId)).toContain(other.runId);
    const tomorrow = await floorView({ ...shop.context, now: () => Date.now() + 86_400_000 });
    expect(tomorrow.doneToday).toEqual([]);
  });

  it('works no card out anew because a battery is registered, only because a label is put right', async () => {
    const { battery, runId } = await started();
    const cardNow = async () => {
      const floor = await floorView(shop.context);
      return { card: floor.onBench.find((one) => one.runId === runId), batteries: floor.batteries };
    };
    const before = await cardNow();
    await registered();
    const after = await cardNow();
    expect(after.card).toBe(before.card);
    expect(after.batteries).toBe(before.batteries + 1);
    const moved = label({ tag: battery.tag, place: 'Snow plough 2' });
    granted(
      await correctBattery(shop.context, { id: battery.id, technicianId, label: moved, seenRevision: 1 }),
    );
    expect((await cardNow()).card?.place).toBe('Snow plough 2');
  });
});
