import type { BatterySpec } from '@/core/battery/battery';
import type { SetsAsked } from '@/core/exchange/set-views';
import type { BenchCard } from '@/core/exchange/views';
import type { SetCandidate } from '@/core/planning/mismatch';
import { bestSets, type Pairing } from '@/core/planning/pairing';
import { judgeRun, workRun } from '@/core/procedure/judge-run';
import { waitsUntilMs } from '@/core/procedure/waiting';
import type { LabelSize } from '@/core/report/battery-tag';
import type { Slip } from '@/core/report/slip';
import type { Before } from '@/core/room/build-plan';
import type { ChargeRoom } from '@/core/room/charge-job';
import { type ChargeStanding, chargeStanding } from '@/core/room/charge-standing';
import { type Promised, promisesOf } from '@/core/room/promise';
import { type MadePlan, planRoom } from '@/core/room/search-plan';
import { type Give, lateOnes, whatWouldGive } from '@/core/room/what-would-give';
import { type WhyWaits, whyWaits } from '@/core/room/why-waits';
import type { HouseRules } from '@/core/rules/house-rules';
import type { Reading } from '@/core/steps/reading';
import type { PrintedLabel } from '@/paper/labels-pdf';
import type { SlipPrint } from '@/paper/slip-pdf';
import type { OpenFile } from '@/store/database';
import type { PackedStretch } from '@/store/packed-rows';
import { addRows, type StretchOutcome } from '@/store/stretch-writer';
import { coldVehicles } from './cold';
import { learned, outlooks } from './outlooks';
import { planAhead } from './plan-ahead';
import { readImport } from './read-import';
import { readSite } from './read-site';
import { writeSite } from './write-site';

/** Papers draw with a library of their own, which comes with the first of them. */
async function slip(
  job: { readonly slip: Slip; readonly print: SlipPrint },
  _host: object,
): Promise<Uint8Array> {
  const { slipPdf } = await import('@/paper/slip-pdf');
  return new Uint8Array(await slipPdf(job.slip, job.print));
}

async function labels(
  job: {
    readonly labels: readonly PrintedLabel[];
    readonly size: LabelSize;
    readonly code: 'bars' | 'square';
    readonly skip: number;
  },
  _host: object,
): Promise<Uint8Array> {
  const { labelsPdf } = await import('@/paper/labels-pdf');
  return new Uint8Array(await labelsPdf(job.labels, job.size, job.code, job.skip));
}

/** Where a run stands: what its card on the Floor says. Working out the next best step tries every test that is open. */
async function standing(
  job: { readonly spec: BatterySpec; readonly readings: readonly Reading[]; readonly rules: HouseRules },
  _host: object,
): Promise<Pick<BenchCard, 'nextStep' | 'charging' | 'hangsOn' | 'waitsUntilMs'>> {
  const { current, nextStep } = judgeRun(job.spec, job.readings, job.rules);
  const on = current.last.charge_start;
  return {
    nextStep,
    charging: on !== undefined,
    hangsOn: on?.data.charger === undefined ? null : { charger: on.data.charger, channel: on.data.channel },
    waitsUntilMs: waitsUntilMs(current, nextStep),
  };
}

/** Where a run stands towards the charge room. */
async function chargeStandingOf(
  job: { readonly spec: BatterySpec; readonly readings: readonly Reading[]; readonly rules: HouseRules },
  _host: object,
): Promise<ChargeStanding | null> {
  return chargeStanding(job.spec, workRun(job.spec, job.readings, job.rules), job.rules);
}

/** The plan of a charge room, what can be promised by it, why each waits, and what would have to give where it comes too late. */
async function planCharging(
  job: { readonly room: ChargeRoom; readonly before: Before },
  _host: object,
): Promise<{
  readonly plan: MadePlan;
  readonly promises: ReadonlyMap<string, Promised>;
  readonly gives: readonly Give[];
  readonly why: ReadonlyMap<string, WhyWaits>;
}> {
  const plan = planRoom(job.room, job.before);
  const late = lateOnes(job.room, plan.placed);
  return {
    plan,
    promises: promisesOf(job.room, plan),
    gives: whatWouldGive(job.room, plan.cost.lateness, late),
    why: whyWaits(job.room, plan.placed),
  };
}

/** Adds a stretch of rows to the file of the store, while its own connections look after the screens. */
async function addStretch(
  job: { readonly file: OpenFile; readonly stretch: PackedStretch },
  _host: object,
): Promise<StretchOutcome> {
  return addRows(job.file, job.stretch);
}

/** The best sets out of a shelf: many units are compared with each other. */
async function pairing(
  job: { readonly units: readonly SetCandidate[]; readonly asked: SetsAsked },
  _host: object,
): Promise<Pairing> {
  return bestSets(job.units, job.asked.size, job.asked.joined);
}

/** Everything that takes longer than a request may hold up the others. Each is given a job and whom it can ask. */
export const TASKS = {
  readImport,
  readSite,
  writeSite,
  slip,
  labels,
  standing,
  chargeStanding: chargeStandingOf,
  planCharging,
  addStretch,
  coldVehicles,
  outlooks,
  learned,
  pairing,
  planAhead,
} as const;

export type TaskName = keyof typeof TASKS;
export type JobOf<N extends TaskName> = Parameters<(typeof TASKS)[N]>[0];
export type HostOf<N extends TaskName> = Parameters<(typeof TASKS)[N]>[1];
export type ResultOf<N extends TaskName> = Awaited<ReturnType<(typeof TASKS)[N]>>;
