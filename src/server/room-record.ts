import 'server-only';
import type { ChargingRecordView } from '@/core/exchange/room-views';
import { chargingRecord } from '@/core/room/charging-record';
import { chargedSince } from '@/store/charging-record';
import type { Context } from './context';
import { roomFacts } from './room';

const MS_PER_DAY = 86_400_000;
const DAYS = 30;
/** A room gives fewer charges in a month. */
const MOST_CHARGES = 2000;

/** What was charged in the last month: by battery, and by charger. */
export async function recordView(context: Context): Promise<ChargingRecordView> {
  const sinceMs = context.now() - DAYS * MS_PER_DAY;
  const runs = await context.store.read((database) => chargedSince(database, sinceMs, MOST_CHARGES));
  return { days: DAYS, sinceMs, ...chargingRecord(runs, await roomFacts(context)) };
}
