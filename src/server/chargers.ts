import 'server-only';
import { ChargerFactsSchema, chargerContradiction } from '@/core/charging/charger-schema';
import { checkShape } from '@/core/exchange/check-shape';
import type { KeptCharger } from '@/core/exchange/views';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { keepCharger, keptChargers } from '@/store/chargers';
import { type Answer, refused, refusedSaying } from './answer';
import { changed } from './changes';
import type { Context } from './context';

const Uuid = Type.String({ format: 'uuid' });
const Keep = Type.Object(
  {
    id: Uuid,
    technicianId: Uuid,
    facts: ChargerFactsSchema,
    seenRevision: Type.Integer({ minimum: 0, maximum: 1_000_000_000, description: 'charger that was seen' }),
    /** Put aside: no battery goes on it any more. */
    retired: Type.Boolean({ description: 'whether it is put aside' }),
  },
  { additionalProperties: false },
);

/** The chargers of the site, those that were put aside among them, by name. */
export function chargersHere({ store }: Context): Promise<KeptCharger[]> {
  return store.read(keptChargers);
}

/** Adds a charger, changes what is said of it, puts it aside or takes it into use again. */
export async function keepChargerAsked(context: Context, input: unknown): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Keep, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id, facts, seenRevision, retired } = checked.value;
  const wrong = chargerContradiction(facts);
  if (wrong) return refused('input', `facts/${wrong.field}`, wrong.found, wrong.expected);
  const name = tidyLine(facts.name);
  if (name === '') return refused('input', 'facts/name', facts.name, 'a name that can be seen');
  const charger = {
    id,
    ...facts,
    name,
    place: tidyLine(facts.place),
    circuit: tidyLine(facts.circuit),
    retiredAtMs: retired ? context.now() : null,
  };
  const kept = await keepCharger(context.store, charger, seenRevision);
  if (kept === 'name_taken')
    return refused('conflict', 'facts/name', name, 'a name that no other charger in use has');
  if (kept === 'overtaken')
    return refusedSaying(
      'conflict',
      'seenRevision',
      'Somebody else has changed this charger meanwhile. Nothing was stored: look at theirs first.',
    );
  changed('all');
  return succeed({ id });
}
