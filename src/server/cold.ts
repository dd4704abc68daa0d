import 'server-only';
import { csvText, defused } from '@/core/exchange/csv-text';
import type { ColdVehicle, ColdView } from '@/core/exchange/fleet-views';
import { coldMorning } from '@/core/history/cold-start';
import type { Context } from './context';
import { heldWhileDear } from './held-while-dear';
import { morningsAhead } from './mornings';
import { placeOf } from './store-place';
import { offLoop } from './threads';

/** The vehicles of the whole fleet: read in a thread, and not by every screen that opens where that takes long. */
const vehiclesInTheCold = heldWhileDear(
  (context): Promise<ColdVehicle[]> =>
    offLoop(context, 'coldVehicles', { place: placeOf(context), nowMs: context.now() }, {}),
);

/** Every vehicle with an engine before a cold morning, and the mornings of the week to come. */
export async function coldView(context: Context): Promise<ColdView> {
  return { vehicles: await vehiclesInTheCold(context), ...(await morningsAhead(context)) };
}

/** How each vehicle stands on the coldest morning of the week, as CSV. */
export async function coldCsv(context: Context): Promise<string> {
  const { vehicles, mornings } = await coldView(context);
  const coldest = mornings.reduce((low, { lowC }) => Math.min(low, lowC), 40);
  return csvText([
    ['vehicle', 'celsius', 'chance_of_start', 'standing', 'help', 'unit', 'chance_after'],
    ...vehicles
      .map((vehicle) => ({ vehicle, morning: coldMorning(vehicle.ready, coldest) }))
      .sort((one, other) => one.morning.chance - other.morning.chance)
      .map(({ vehicle, morning }) => [
        ...[
          defused(vehicle.name),
          String(coldest),
          morning.chance.toFixed(3),
          morning.standing,
          morning.help,
        ],
        ...[defused(vehicle.tags[morning.unitId ?? ''] ?? ''), morning.after.toFixed(3)],
      ]),
  ]);
}
