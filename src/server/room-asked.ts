import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { ChargeWishSchema } from '@/core/room/charge-wish';
import { type RoomFacts, RoomFactsSchema, roomContradiction } from '@/core/room/room-facts';
import { keepRoom, keepWish, noteInRoom } from '@/store/charge-room';
import { keptChargers } from '@/store/chargers';
import { wholeRun } from '@/store/runs';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';
import { factsIn } from './room';

const Uuid = Type.String({ format: 'uuid' });
const seenRevision = Type.Integer({ minimum: 0, maximum: 1_000_000_000, description: 'what was seen' });

const Keep = Type.Object(
  { technicianId: Uuid, facts: RoomFactsSchema, seenRevision },
  { additionalProperties: false },
);

const OVERTAKEN = 'Somebody else has changed this meanwhile. Nothing was stored: look at theirs first.';

/** Says what is true of the room: its hours, circuits, air. */
export async function keepRoomAsked(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(Keep, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { technicianId } = checked.value;
  const { fan: _fan, ...facts } = checked.value.facts;
  const wrong = roomContradiction(facts);
  if (wrong) return refused('input', `facts/${wrong.field}`, wrong.found, wrong.expected);
  const change = { seenRevision: checked.value.seenRevision, atMs: context.now(), byId: technicianId };
  // How the fan was found is said at the fan, never here.
  const withFan = (kept: unknown): RoomFacts => {
    const { fan } = factsIn(kept);
    return fan === undefined ? facts : { ...facts, fan };
  };
  if (!(await keepRoom(context.store, withFan, change)))
    return refusedSaying('conflict', 'seenRevision', OVERTAKEN);
  changed('all');
  return succeed(null);
}

const Fan = Type.Object(
  { technicianId: Uuid, draws: Type.Boolean({ description: 'whether the fan draws' }) },
  { additionalProperties: false },
);

/** Says that somebody has looked at the fan, and whether it draws. Whatever else is known of the room stays as it is. */
export async function keepFanAsked(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(Fan, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { technicianId, draws } = checked.value;
  const atMs = context.now();
  await noteInRoom(context.store, { atMs, byId: technicianId }, (kept) => ({
    ...factsIn(kept),
    fan: { atMs, draws },
  }));
  changed('all');
  return succeed(null);
}

const Wish = Type.Object(
  { technicianId: Uuid, runId: Uuid, wish: ChargeWishSchema, seenRevision },
  { additionalProperties: false },
);

/** Says when the battery of a run is wanted, or where it is to go on. */
export async function keepWishAsked(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(Wish, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { runId, wish, technicianId } = checked.value;
  const run = await wholeRun(context.store, runId);
  if (!run || run.run.finishedAtMs !== null) return refused('conflict', 'runId', runId, 'a run that is open');
  const { held } = wish;
  if (held) {
    const chargers = await context.store.read(keptChargers);
    const charger = chargers.find(({ id, retiredAtMs }) => id === held.charger && retiredAtMs === null);
    if (!charger) return refused('input', 'wish/held/charger', held.charger, 'a charger that is in use');
    if (held.channel > charger.channels)
      return refused('input', 'wish/held/channel', held.channel, `one of ${charger.channels} channels`);
  }
  const change = { seenRevision: checked.value.seenRevision, atMs: context.now(), byId: technicianId };
  const tidy = { ...wish, reason: tidyLine(wish.reason) };
  if (!(await keepWish(context.store, runId, tidy, change)))
    return refusedSaying('conflict', 'seenRevision', OVERTAKEN);
  changed({ runId, what: 'reading' });
  return succeed(null);
}
