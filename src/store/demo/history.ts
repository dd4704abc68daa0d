import { BenchMaker, type Truth } from './bench-maker';
import type { Chance } from './chance';
import { DEMO_BATTERIES, type DemoBattery } from './scenario';

const MS_PER_DAY = 86_400_000;
const DAYS_PER_YEAR = 365.25;
const HISTORY_DAYS = 730;
/** Runs a battery has had in the two winters, before the ones of the last days. */
const RUNS_EACH = 3;

/** Mean temperature of a battery that stands outside, by month, °C: an island's mild, wet winter. */
const WINTER_C: Readonly<Record<number, number>> = { 10: 8, 11: 4, 0: -1, 1: 0, 2: 5 };

/** A run of the sample history: what was read, and whether it was brought to an end. */
export interface DemoRun {
  readonly tag: string;
  readonly bench: BenchMaker;
  readonly finished: boolean;
}

interface Stage {
  readonly chance: Chance;
  readonly technicianIds: readonly [string, ...string[]];
}

/** All runs of the sample history, from two winters ago until `nowMs`. */
export function demoHistory(nowMs: number, stage: Stage): DemoRun[] {
  return [
    ...winterRuns(nowMs, stage),
    ...storyRuns(nowMs, stage),
    ...todaysRuns(nowMs, stage),
    ...openRuns(nowMs, stage),
  ];
}

function gradeable(): DemoBattery[] {
  return DEMO_BATTERIES.filter(({ label }) => label.type !== 'lithium' && label.type !== 'nickel');
}

/** Ordinary checks: each battery about once a winter and once more when the cold was at its worst. */
function winterRuns(nowMs: number, stage: Stage): DemoRun[] {
  const days = winterDays(nowMs);
  return gradeable().flatMap((battery) => {
    const share = Math.floor(days.length / RUNS_EACH);
    return Array.from({ length: RUNS_EACH }, (_, turn) => {
      const dayMs = days[turn * share + Math.floor(stage.chance.uniform() * share)] ?? nowMs - MS_PER_DAY;
      return ordinaryRun(battery, dayMs + stage.chance.between(7, 16) * 3_600_000, nowMs, stage);
    });
  });
}

/** Midnights, UTC, of the winter days of the last two years, the oldest first. */
function winterDays(nowMs: number): number[] {
  const today = Math.floor(nowMs / MS_PER_DAY);
  const days = Array.from({ length: HISTORY_DAYS }, (_, back) => (today - HISTORY_DAYS + back) * MS_PER_DAY);
  return days.filter(
    (dayMs) => new Date(dayMs).getUTCMonth() in WINTER_C && dayMs < (today - 2) * MS_PER_DAY,
  );
}

function truthAt(battery: DemoBattery, atMs: number, nowMs: number, chance: Chance): Truth {
  const years = (nowMs - atMs) / MS_PER_DAY / DAYS_PER_YEAR;
  const seasonC = WINTER_C[new Date(atMs).getUTCMonth()] ?? 12;
  return {
    healthPct: Math.min(104, battery.healthPct + battery.yearlyLossPct * years + chance.normal(1)),
    chargePct: Math.max(20, Math.min(100, battery.chargePct + chance.normal(7))),
    temperatureC: seasonC + chance.normal(3),
  };
}

function ordinaryRun(battery: DemoBattery, atMs: number, nowMs: number, stage: Stage): DemoRun {
  const { chance } = stage;
  const truth = truthAt(battery, atMs, nowMs, chance);
  const bench = begin(battery, atMs, stage).lookOver();
  bench.settle('rested', chance.pick([780, 780, 300, 120])).openCircuit(truth);
  if (truth.chargePct < 68) {
    // Low on arrival: charged the same day, read again the next morning.
    bench.charge(chance.between(5, 8)).settle('rested', 800);
    return {
      tag: battery.label.tag,
      bench: finishTest(bench, { ...truth, chargePct: 97, temperatureC: 14 }),
      finished: true,
    };
  }
  return { tag: battery.label.tag, bench: finishTest(bench, truth, false), finished: true };
}

/** Share of the runs in which the conductance tester was at hand. */
const CONDUCTANCE_SHARE = 0.6;

/** Conductance at times, load, and recovery where the load failed: what decides an ordinary run. */
function finishTest(bench: BenchMaker, truth: Truth, readOpen = true): BenchMaker {
  if (readOpen) bench.openCircuit(truth);
  if (truth.temperatureC >= 1 && CONDUCTANCE_SHARE > bench.chance.uniform()) bench.conductance(truth);
  bench.load(truth);
  if (truth.healthPct < 68) bench.recovery(5, 12.46);
  return bench.wait(1);
}

/** The stories: a condemnation undone by a charge, dangers, a dirty clamp, a level let run low. */
function storyRuns(nowMs: number, stage: Stage): DemoRun[] {
  const day = (back: number) => nowMs - back * MS_PER_DAY;
  const cold: Truth = { healthPct: 79, chargePct: 44, temperatureC: 2 };
  const rescued = begin(find(107), day(9), stage).lookOver();
  rescued.settle('rested', 900).openCircuit(cold).load(cold, true).charge(7).settle('rested', 780);
  const odd: Truth = { healthPct: 84, chargePct: 76, temperatureC: 7 };
  const leaker = begin(find(103), day(14), stage).lookOver({}, 'does_not_hold').vehicle('draw', 0.032);
  leaker.settle('rested', 700).openCircuit({ healthPct: 80, chargePct: 52, temperatureC: 9 }).charge(6);
  leaker.settle('rested', 780).openCircuit({ healthPct: 80, chargePct: 96, temperatureC: 14 });
  leaker.load({ healthPct: 80, chargePct: 96, temperatureC: 14 }).stand(22, 12.71, 12.68, 14).wait(1);
  const kept = begin(find(117), day(7), stage).lookOver({}, 'slow_crank').settle('rested', 760);
  finishTest(kept, { healthPct: 60, chargePct: 92, temperatureC: 10 });
  kept.override('watch', 'Spare for the shore pump only; a new one is ordered for Friday.');
  const badCell = begin(find(102), day(8), stage)
    .lookOver()
    .settle('rested', 800)
    .openCircuit(odd)
    .hydrometer(odd, -0.07)
    .wait(1);
  finishTest(rescued, { ...cold, chargePct: 98, temperatureC: 12 });
  return [
    { tag: 'FH-0107', bench: rescued, finished: true },
    {
      tag: 'FH-0127',
      bench: begin(find(127), day(6), stage).lookOver({ case: 'cracked' }).wait(1),
      finished: true,
    },
    {
      tag: 'FH-0126',
      bench: begin(find(126), day(5), stage).lookOver({ terminals: 'corroded' }).wait(1),
      finished: true,
    },
    { tag: 'FH-0102', bench: badCell, finished: true },
    { tag: 'FH-0103', bench: leaker, finished: true },
    { tag: 'FH-0117', bench: kept, finished: true },
    {
      tag: 'FH-0116',
      bench: begin(find(116), day(4), stage).lookOver({ level: 'low' }).wait(1),
      finished: true,
    },
    {
      tag: 'FH-0109',
      bench: begin(find(109), day(3), stage).lookOver({ terminals: 'damaged' }).wait(1),
      finished: true,
    },
  ];
}

/** What was finished in the last hours. */
function todaysRuns(nowMs: number, stage: Stage): DemoRun[] {
  const minutesAgo = (minutes: number) => nowMs - minutes * 60_000;
  const indoors = { temperatureC: 9 };
  const runs: DemoRun[] = [];
  const test = (number: number, minutes: number, truth: Omit<Truth, 'temperatureC'>) => {
    const bench = begin(find(number), minutesAgo(minutes), stage).lookOver().settle('rested', 800);
    runs.push({ tag: tagOf(number), bench: finishTest(bench, { ...truth, ...indoors }), finished: true });
  };
  test(105, 165, { healthPct: 94, chargePct: 91 });
  test(122, 130, { healthPct: 54, chargePct: 88 });
  test(112, 95, { healthPct: 74, chargePct: 86 });
  const low = begin(find(121), minutesAgo(60), stage).lookOver().settle('rested', 300);
  runs.push({
    tag: 'FH-0121',
    bench: low.openCircuit({ healthPct: 81, chargePct: 41, ...indoors }).wait(1),
    finished: true,
  });
  return runs;
}

/** What lies on the bench: resting, ready for the load, failed and recovering, just begun, on charge. */
function openRuns(nowMs: number, stage: Stage): DemoRun[] {
  const minutesAgo = (minutes: number) => nowMs - minutes * 60_000;
  const open = (number: number, minutes: number) => begin(find(number), minutesAgo(minutes), stage);
  const truth: Truth = { healthPct: 82, chargePct: 88, temperatureC: 8 };
  const onCharge = open(108, 190)
    .lookOver()
    .settle('rested', 300)
    .openCircuit({ ...truth, chargePct: 46 })
    .chargeStart(17.5, 14.4, 5.4)
    .wait(2)
    .chargeLog(17.2, 13.6, 12)
    .wait(70)
    .chargeLog(16.8, 14.1, 16);
  const readyForLoad = open(111, 12).lookOver().settle('rested', 780).openCircuit(truth);
  readyForLoad.passOver('conductance', 'tester lent to the yard');
  const failing = open(118, 9)
    .lookOver()
    .settle('rested', 800)
    .openCircuit(truth)
    .load({ ...truth, healthPct: 57 });
  const cold = open(110, 6)
    .lookOver({}, 'stood_long')
    .vehicle('draw', 0.21)
    .settle('rested', 780)
    .openCircuit({ ...truth, chargePct: 38 });
  return [
    { tag: 'FH-0110', bench: cold, finished: false },
    { tag: 'FH-0104', bench: open(104, 28).lookOver().settle('rest', 0, 60), finished: false },
    { tag: 'FH-0111', bench: readyForLoad, finished: false },
    { tag: 'FH-0118', bench: failing, finished: false },
    { tag: 'FH-0124', bench: open(124, 4), finished: false },
    { tag: 'FH-0108', bench: onCharge, finished: false },
  ];
}

function begin(battery: DemoBattery, atMs: number, { chance, technicianIds }: Stage): BenchMaker {
  return new BenchMaker(battery, chance.pick(technicianIds), Math.round(atMs), chance);
}

function tagOf(number: number): string {
  return `FH-${String(number).padStart(4, '0')}`;
}

function find(number: number): DemoBattery {
  const battery = DEMO_BATTERIES.find(({ label }) => label.tag === tagOf(number));
  if (!battery) throw new Error(`the scenario has no ${tagOf(number)}`);
  return battery;
}
