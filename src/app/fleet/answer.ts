import { fleetQueryFrom } from '@/core/exchange/fleet-query';
import type { FleetAnswer } from '@/features/fleet/fleet-screen';
import type { Question } from '@/features/fleet/questions';
import { coldView } from '@/server/cold';
import type { Context } from '@/server/context';
import { idleBatteries, readsOffView, storeC, warrantyClaims, wearingVehicles } from '@/server/fleet-answers';
import { fleetList } from '@/server/fleet-list';
import { planView } from '@/server/plan';
import { setsAsked, setsView } from '@/server/sets';
import { first } from '../first';

/** What an address says, each once. */
const plain = (query: Readonly<Record<string, string | string[] | undefined>>) =>
  Object.fromEntries(Object.entries(query).map(([name, value]) => [name, first(value)]));

/** The answer to a question, as its address asks it: from a place in the fleet on, at other costs. */
export async function answerOf(
  context: Context,
  question: Question,
  query: Readonly<Record<string, string | string[] | undefined>>,
): Promise<FleetAnswer> {
  switch (question) {
    case 'cold':
      return { question, cold: await coldView(context) };
    case 'buy':
      return { question, view: await planView(context, plain(query)) };
    case 'sets':
      return { question, view: await setsView(context, setsAsked(plain(query))) };
    case 'vehicles':
      return { question, vehicles: await wearingVehicles(context) };
    case 'idle': {
      const celsius = storeC(first(query.celsius));
      return { question, idle: await idleBatteries(context, celsius), celsius };
    }
    case 'warranty':
      return { question, claims: await warrantyClaims(context) };
    case 'instruments':
      return { question, view: await readsOffView(context) };
    default:
      return {
        question,
        list: await fleetList(context, fleetQueryFrom(plain(query), question), first(query.after) ?? null),
      };
  }
}
