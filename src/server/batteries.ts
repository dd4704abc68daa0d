import 'server-only';
import { Type } from '@sinclair/typebox';
import { BatteryLabelSchema } from '@/core/battery/battery-label';
import { checkShape } from '@/core/exchange/check-shape';
import type { BatteryRecord, BatteryStory, FoundBattery } from '@/core/exchange/views';
import { succeed } from '@/core/quantity/result';
import {
  addBattery,
  type BatteryPage,
  batteryById,
  batteryByTag,
  changeBattery,
  searchBatteries,
} from '@/store/batteries';
import { isAlreadyThere } from '@/store/fault';
import { loadsOfBattery, runsOfBattery } from '@/store/runs';
import { slotsOfBattery } from '@/store/vehicles';
import { type Answer, answering, refused, refusedSaying } from './answer';
import { rulesToday } from './rules';
import { theStore } from './store';

const Uuid = Type.String({ format: 'uuid' });
const BatteryWrite = Type.Object(
  { id: Uuid, technicianId: Uuid, label: BatteryLabelSchema },
  { additionalProperties: false },
);

/** Runs that the Battery page shows; older ones are counted on pages of their own. */
const RUNS_SHOWN = 100;
const PAGE_SIZE = 50;

/** Registers a battery by its label. The tag must be new. */
export function registerBattery(input: unknown): Promise<Answer<{ id: string }>> {
  return writing(input, async (battery, technicianId) => {
    await addBattery(await theStore(), battery, technicianId, Date.now());
    return succeed({ id: battery.id });
  });
}

/** Puts a battery's label right. Runs already made keep the assessments that they ended with. */
export function correctBattery(input: unknown): Promise<Answer<{ id: string }>> {
  return writing(input, async (battery, technicianId) => {
    const known = await changeBattery(await theStore(), battery, technicianId, Date.now());
    return known ? succeed({ id: battery.id }) : refused('missing', 'id', battery.id, 'a registered battery');
  });
}

function writing(
  input: unknown,
  write: (battery: BatteryRecord, technicianId: string) => Promise<Answer<{ id: string }>>,
): Promise<Answer<{ id: string }>> {
  return answering(async () => {
    const checked = checkShape(BatteryWrite, input);
    if (!checked.ok) return { ...checked, failure: 'input' };
    const { id, technicianId, label } = checked.value;
    const standards = label.ratings.map(({ standard }) => standard);
    const twice = standards.find((standard, index) => standards.indexOf(standard) !== index);
    if (twice) return refused('input', 'label/ratings', `${twice} twice`, 'one figure a standard');
    try {
      return await write({ id, ...label } as BatteryRecord, technicianId);
    } catch (error) {
      if (!isAlreadyThere(error)) throw error;
      return refusedSaying('conflict', 'label/tag', `Tag ${label.tag} belongs to another battery already.`);
    }
  });
}

/** Batteries that a scan could mean, when none has just that tag. */
const MOST_SIMILAR = 6;

/** The battery with this tag, compared without regard to case and stray blanks, else those whose tag contains it. */
export function findBattery(tag: string): Promise<Answer<FoundBattery>> {
  return answering(async () => {
    if (tag.trim() === '') return refused('input', 'tag', tag, 'a tag');
    const store = await theStore();
    const exact = await batteryByTag(store, tag);
    if (!exact) {
      const { batteries } = await searchBatteries(store, tag, 0, MOST_SIMILAR);
      return succeed<FoundBattery>({ exact: null, similar: batteries });
    }
    const [newest] = await runsOfBattery(store, exact.id, 1);
    return succeed<FoundBattery>({ exact: { battery: exact, newest: newest ?? null }, similar: [] });
  });
}

/** More lines over each other cannot be told apart. */
const LOADS_SHOWN = 6;

/** A battery with its runs, the newest first, its recorded loads, and where it has been. */
export async function batteryStory(id: string): Promise<BatteryStory | undefined> {
  const store = await theStore();
  const battery = await batteryById(store, id);
  if (!battery) return undefined;
  return {
    battery,
    runs: await runsOfBattery(store, id, RUNS_SHOWN),
    loads: await loadsOfBattery(store, id, LOADS_SHOWN),
    slots: await slotsOfBattery(store, id),
    rules: await rulesToday(),
  };
}

/** One page of all batteries that match the words. Pages count from 1. */
export async function batteryPage(words: string, page: number): Promise<BatteryPage & { pageSize: number }> {
  const found = await searchBatteries(await theStore(), words, (page - 1) * PAGE_SIZE, PAGE_SIZE);
  return { ...found, pageSize: PAGE_SIZE };
}
