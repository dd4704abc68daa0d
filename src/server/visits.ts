import 'server-only';
import { meterBefore, VisitSchema } from '@/core/circuit/visit';
import { checkShape } from '@/core/exchange/check-shape';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { vehicleById } from '@/store/vehicles';
import { arrive, changeVisit, visitsOfVehicle } from '@/store/visits';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';

const { complaint, words, meter, meterUnit } = VisitSchema.properties;
const Uuid = Type.String({ format: 'uuid' });
const Arrive = Type.Object(
  {
    id: Uuid,
    vehicleId: Uuid,
    technicianId: Uuid,
    complaint,
    words,
    meter,
    meterUnit,
    /** The meter shows less than it did, and that is so. */
    meterIsNew: Type.Boolean(),
  },
  { additionalProperties: false },
);
const Leave = Type.Object(
  { id: Uuid, technicianId: Uuid, here: Type.Boolean({ description: 'whether it is here' }) },
  { additionalProperties: false },
);

/** The visits that a meter is held against. */
const MOST_BEFORE = 50;

/** Takes a vehicle in with its complaint. A meter that counts backwards is asked about once. */
export async function arriveAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Arrive, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { meterIsNew, ...said } = checked.value;
  const { vehicleId } = said;
  const before = await context.store.read(async (database) =>
    (await vehicleById(database, vehicleId)) ? visitsOfVehicle(database, vehicleId, MOST_BEFORE) : null,
  );
  if (!before) return refused('missing', 'vehicleId', vehicleId, 'a registered vehicle');
  const shown = said.meter === null || meterIsNew ? null : meterBefore(said.meter, said.meterUnit, before);
  if (shown !== null) return refused('conflict', 'meter', said.meter, `${shown} ${said.meterUnit} or more`);
  const visit = { ...said, words: said.words.trim(), arrivedAtMs: context.now(), leftAtMs: null };
  const { id } = await arrive(context.store, visit);
  changed('all');
  return succeed({ id });
}

/** Ends a visit: the vehicle has left; or takes that back. */
export async function leaveAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Leave, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, here } = checked.value;
  const done = await changeVisit(context.store, id, { leftAtMs: here ? null : context.now() });
  if (done === 'missing') return refused('missing', 'id', id, 'a visit');
  if (done === 'another_open')
    return refusedSaying('conflict', 'id', 'It has come in again meanwhile: that visit is open.');
  changed('all');
  return succeed({ id });
}
