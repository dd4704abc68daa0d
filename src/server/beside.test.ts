import { uuidv7 } from 'uuidv7';
import { granted } from './answers.test-support';
import { batteryStory } from './batteries';
import { renewOutlooks } from './outlooks';
import { finishRun } from './runs';
import { newShop } from './shop.test-support';
import { keepVehicleAsked, moveBatteryAsked } from './vehicles';

const { shop, technicianId, started, captureAll } = newShop();
const day = (ago: number) => new Date(shop.context.now() - ago * 86_400_000).toISOString().slice(0, 10);

it('a battery is shown beside its siblings and its kind, and nothing beside one of another chemistry', async () => {
  const vehicle = { id: uuidv7(), name: 'Plough 7', class: 'plough', site: 'Yard', joined: 'parallel' };
  granted(await keepVehicleAsked(shop.context, { technicianId, vehicle, seenRevision: null }));
  const units: { id: string; tag: string }[] = [];
  for (const volts of [10.8, 10.2]) {
    const { battery, runId } = await started({ place: '', fittedOn: day(400) });
    const view = await captureAll(runId, 12.68, volts);
    const seenReadingIds = view.readings.map(({ id }) => id);
    granted(await finishRun(shop.context, { runId, technicianId, seenReadingIds }));
    const to = { slotId: uuidv7(), vehicleId: vehicle.id, name: String(volts) };
    granted(await moveBatteryAsked(shop.context, { technicianId, batteryId: battery.id, onDay: day(1), to }));
    units.push(battery);
  }
  await renewOutlooks(shop.context);
  const [one, other] = units;
  const story = await batteryStory(shop.context, one?.id ?? '');
  expect(story?.beside.map(({ label }) => label)).toEqual([other?.tag, 'its kind']);
  expect(story?.beside[0]?.href).toBe(`/batteries/${other?.id}`);
  for (const { points } of story?.beside ?? []) {
    const health = points.map(({ pct }) => pct);
    // Nothing gets better by itself.
    expect(health).toEqual([...health].sort((left, right) => right - left));
    expect(points.length).toBeGreaterThan(3);
  }
  expect(story?.beneath).toEqual([]);
});
