import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import type { InstrumentsView } from '@/core/exchange/instrument-views';
import { InstrumentFactsSchema } from '@/core/instruments/keyed-instrument';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { addInstrument, changeInstrument, keyedInstruments } from '@/store/instrument-keys';
import { enrolledDevices } from '@/store/people';
import { type Answer, refused, refusedSaying } from '../answer';
import type { Context } from '../context';
import { hashOfToken, newToken } from '../people/tokens';
import { instrumentHub } from './hub';

const Uuid = Type.String({ format: 'uuid' });
const At = { deviceId: Type.Union([Uuid, Type.Null()]) };
const Add = Type.Object({ id: Uuid, facts: InstrumentFactsSchema, ...At }, { additionalProperties: false });
const Move = Type.Object({ id: Uuid, ...At }, { additionalProperties: false });
const End = Type.Object({ id: Uuid }, { additionalProperties: false });

/** The instruments that speak for themselves, whether each is there now, and the benches that one can stand at. */
export async function instrumentsView({ store }: Context): Promise<InstrumentsView> {
  const { present } = instrumentHub();
  return store.read(async (database) => ({
    instruments: (await keyedInstruments(database)).map(({ id, name, kind, label, deviceId, addedAtMs }) => ({
      id,
      name,
      kind,
      label,
      deviceId,
      addedAtMs,
      isThere: present.has(id),
    })),
    devices: (await enrolledDevices(database)).map(({ id, name }) => ({ id, name })),
  }));
}

/** Adds an instrument: its key is told this once. */
export async function addInstrumentAsked(
  context: Context,
  input: unknown,
): Promise<Answer<{ id: string; key: string }>> {
  const checked = checkShape(Add, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, facts, deviceId } = checked.value;
  const label = tidyLine(facts.label);
  if (label === '') return refused('input', 'facts/label', facts.label, 'a name that can be seen');
  const key = newToken();
  const added = { ...facts, label, id, deviceId, keyHash: hashOfToken(key) };
  const isKnown = await isBench(context, deviceId);
  if (!isKnown) return refused('missing', 'deviceId', deviceId, 'an enrolled device');
  const isFree = await context.store.write((transaction) =>
    addInstrument(transaction, { ...added, addedAtMs: context.now(), endedAtMs: null }),
  );
  if (!isFree)
    return refused('conflict', 'facts/name', facts.name, 'a name that no other instrument here has');
  return succeed({ id, key });
}

/** Attaches an instrument to a bench, or to every one. */
export async function moveInstrumentAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Move, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, deviceId } = checked.value;
  if (!(await isBench(context, deviceId)))
    return refused('missing', 'deviceId', deviceId, 'an enrolled device');
  const moved = await context.store.write((transaction) => changeInstrument(transaction, id, { deviceId }));
  if (!moved) return refusedSaying('missing', 'id', GONE);
  instrumentHub().move(id, deviceId);
  return succeed({ id });
}

/** Ends an instrument's key: it is cut off at once, and what it said stays where it was captured. */
export async function endInstrumentAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(End, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id } = checked.value;
  const ended = await context.store.write((transaction) =>
    changeInstrument(transaction, id, { endedAtMs: context.now() }),
  );
  if (!ended) return refusedSaying('missing', 'id', GONE);
  instrumentHub().leave(id);
  return succeed({ id });
}

const GONE = 'This instrument is not here any more: its key was ended.';

async function isBench({ store }: Context, deviceId: string | null): Promise<boolean> {
  if (deviceId === null) return true;
  const devices = await store.read(enrolledDevices);
  return devices.some(({ id }) => id === deviceId);
}
