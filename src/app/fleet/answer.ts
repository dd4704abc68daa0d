import type { FleetAnswer } from '@/features/fleet/fleet-screen';
import { ORDER_OF, type Question } from '@/features/fleet/questions';
import { coldView } from '@/server/cold';
import type { Context } from '@/server/context';
import { fleetPage, idleBatteries, readsOff, wanted, wearingVehicles } from '@/server/fleet';

/** The answer to a question; of those that are a list of the fleet, from a place in it on. */
export async function answerOf(
  context: Context,
  question: Question,
  after: string | null,
): Promise<FleetAnswer> {
  switch (question) {
    case 'cold':
      return { question, cold: await coldView(context) };
    case 'buy':
      return { question, wanted: await wanted(context) };
    case 'vehicles':
      return { question, vehicles: await wearingVehicles(context) };
    case 'idle':
      return { question, idle: await idleBatteries(context) };
    case 'instruments':
      return { question, off: await readsOff(context) };
    default:
      return { question, page: await fleetPage(context, ORDER_OF[question] ?? 'failing', after) };
  }
}
