import 'server-only';
import { shownHeld } from '@/core/assessment/capacity-result';
import { specOf } from '@/core/battery/battery';
import { dutyOf } from '@/core/battery/duty';
import type { BatteryRecord, BatteryStory, OutlookStory } from '@/core/exchange/views';
import { fanOf } from '@/core/history/fan';
import type { FleetLearned, UnitHistory } from '@/core/history/fleet-learning';
import { outlookOf, storyOf } from '@/core/history/forecast-unit';
import type { HealthReading } from '@/core/history/health-reading';
import { figuresOf, type OutlookAsked } from '@/core/history/kept-outlook';
import { type LinePoint, middleLine } from '@/core/history/kind-line';
import { isTold } from '@/core/history/leftover';
import type { HouseRules } from '@/core/rules/house-rules';
import { learnedHere } from '@/store/learned';
import type { Database, Transaction } from '@/store/open';
import { UNSAID_SD } from '@/store/outlooks';
import { outlooksAsked } from '@/store/outlooks-asked';

/** What is expected of one battery now, with what it rests on; null for one that these rules do not grade. */
export async function outlookStory(
  database: Database | Transaction,
  batteryId: string,
  rules: HouseRules,
  nowMs: number,
): Promise<OutlookStory | null> {
  const [asked] = await outlooksAsked(database, [batteryId], rules);
  if (!asked) return null;
  return storyFrom(asked, await learnedHere(database), nowMs);
}

/** What a battery that starts is expected to hold, by the discharges among its runs; null where none has shown it. */
export async function heldStory(
  database: Database | Transaction,
  battery: BatteryRecord,
  {
    runs,
    rules,
    nowMs,
  }: { readonly runs: BatteryStory['runs']; readonly rules: HouseRules; readonly nowMs: number },
): Promise<OutlookStory | null> {
  const spec = specOf(battery);
  if (!spec || dutyOf(spec) === 'deep_cycle') return null;
  const readings = runs.flatMap(heldReading).sort((one, other) => one.atMs - other.atMs);
  const [asked] = readings.length > 0 ? await outlooksAsked(database, [battery.id], rules) : [];
  if (!asked) return null;
  const history = { ...asked.history, readings };
  return storyFrom(
    { ...asked, history, linePct: rules.capacity.retirePct },
    await learnedHere(database),
    nowMs,
  );
}

function heldReading({ run, assessment }: BatteryStory['runs'][number]): HealthReading[] {
  const estimates = assessment?.assessment.estimates;
  const held = shownHeld(estimates?.capacity);
  if (!estimates || !held || run.finishedAtMs === null) return [];
  const { finishedAtMs: atMs, startedById: technician } = run;
  const celsius = estimates.temperatureC;
  // What discharged it is no instrument that a fleet compares.
  return [{ atMs, pct: held.pct, sd: held.sdPct ?? UNSAID_SD, celsius, technician, instrument: null }];
}

function storyFrom(asked: OutlookAsked, learned: FleetLearned, nowMs: number): OutlookStory {
  const outlook = outlookOf(asked.history, learned, { nowMs, ...asked });
  const figures = figuresOf(outlook, asked);
  const life = outlook.segments.at(-1)?.life;
  const firstMs = asked.history.readings[0]?.atMs ?? nowMs;
  return {
    figures,
    linePct: asked.linePct,
    fan: life ? fanOf(life, firstMs - FAN_BEFORE_MS, nowMs, figures.crossP90Ms) : [],
    anew: outlook.segments.flatMap(({ begunBy, fromMs }) =>
      begunBy ? [{ atMs: fromMs, why: begunBy }] : [],
    ),
    takenOut: takenOutOf(asked.history, learned),
    worn: asked.strain.open,
  };
}

/** How some batteries fare, by id, as lines beside another’s; those of which nothing was read are left out. */
export async function middlesOf(
  database: Database | Transaction,
  ids: readonly string[],
  at: { rules: HouseRules; learned: FleetLearned; nowMs: number; fromMs: number; toMs: number },
): Promise<Map<string, LinePoint[]>> {
  const { rules, learned, nowMs, fromMs, toMs } = at;
  return new Map(
    (await outlooksAsked(database, ids, rules)).flatMap(({ history }) => {
      const firstMs = history.readings[0]?.atMs;
      const life = storyOf(history, learned, nowMs).at(-1)?.life;
      if (firstMs === undefined || !life) return [];
      return [[history.id, middleLine(life, { fromMs: Math.max(fromMs, firstMs), toMs })] as const];
    }),
  );
}

/** A fan begins so long before the first reading. */
const FAN_BEFORE_MS = 30 * 86_400_000;

/** What reads high or low for certain among what read this battery. */
function takenOutOf({ readings }: UnitHistory, { leftovers }: FleetLearned) {
  const names = new Set(readings.flatMap(({ instrument, technician }) => [instrument, technician]));
  return [...leftovers.instrument]
    .filter(([name, leftover]) => names.has(name) && isTold(leftover))
    .map(([what, { pct }]) => ({ what, pct }));
}
