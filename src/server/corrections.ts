import 'server-only';
import { checkShape } from '@/core/exchange/check-shape';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { addCorrection, endCorrection } from '@/store/corrections';
import { forgetLearned } from '@/store/learned';
import { type Answer, refused } from './answer';
import { changed } from './changes';
import type { Context } from './context';

const Uuid = Type.String({ format: 'uuid' });
/** More than this is no correction: such an instrument is put aside. */
const MOST_POINTS = 30;
const Correct = Type.Object(
  {
    id: Uuid,
    technicianId: Uuid,
    instrument: Type.String({ minLength: 1, maxLength: 80, description: 'instrument' }),
    fromOn: Type.String({ format: 'date', description: 'day from which it is corrected' }),
    pct: Type.Number({
      minimum: -MOST_POINTS,
      maximum: MOST_POINTS,
      description: 'points that it reads high, negative where it reads low',
    }),
    reason: Type.String({ maxLength: 300, description: 'why' }),
  },
  { additionalProperties: false },
);
const End = Type.Object({ id: Uuid, technicianId: Uuid }, { additionalProperties: false });

/** Takes out of what is expected, from a day on, what an instrument reads high. Readings and verdicts stay as they are. */
export async function correctInstrument(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(Correct, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, technicianId, instrument, fromOn, pct, reason } = checked.value;
  if (pct === 0) return refused('input', 'pct', pct, 'points other than 0');
  const made = {
    id,
    instrument,
    pct,
    fromMs: Date.parse(fromOn),
    reason: tidyLine(reason),
    madeAtMs: context.now(),
    madeById: technicianId,
  };
  const isKnown = await context.store.write(async (transaction) => {
    const added = await addCorrection(transaction, made);
    if (added) await forgetLearned(transaction);
    return added;
  });
  if (!isKnown)
    return refused('missing', 'instrument', instrument, 'an instrument that something was read with');
  changed('all');
  return succeed(null);
}

/** Ends a correction: from now on nothing is taken out any more, of no reading. */
export async function endCorrectionAsked(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(End, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, technicianId } = checked.value;
  const ended = { atMs: context.now(), byId: technicianId };
  await context.store.write(async (transaction) => {
    if (await endCorrection(transaction, id, ended)) await forgetLearned(transaction);
  });
  changed('all');
  return succeed(null);
}
