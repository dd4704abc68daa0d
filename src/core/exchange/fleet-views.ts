import type { Verdict } from '../assessment/verdict';
import type { OpenCaution } from '../circuit/open-cautions';
import type { Help, ReadyVehicle } from '../history/cold-start';
import type { Leftover } from '../history/leftover';
import type { Morning } from '../history/mornings';
import type { Costs } from '../planning/costs';
import type { PurchasePlan } from '../planning/purchase-plan';
import type { Problem } from '../quantity/result';
import type { BatteryRecord, KeptOutlook } from './views';

/** What a list of the fleet is ordered by. */
export const FLEET_ORDERS = {
  waiting: 'Dearest to leave as it is',
  crossing: 'First to wear out',
  slope: 'Fastest to age',
  check: 'First to be checked',
} as const;
export type FleetOrder = keyof typeof FLEET_ORDERS;

/** A battery of the fleet with what is expected of it, where it is and how it stands. */
export interface FleetRow {
  readonly battery: BatteryRecord;
  readonly outlook: KeptOutlook;
  readonly vehicle: { readonly id: string; readonly name: string; readonly slot: string } | null;
  readonly newest: { readonly runId: string; readonly atMs: number; readonly verdict: Verdict } | null;
}

/** A page of the fleet in an order; `next` is where the one after it begins, null at the end. */
export interface FleetPage {
  readonly rows: readonly FleetRow[];
  readonly next: string | null;
}

/** What to change and to buy, with the costs that it rests on: the site's own, or others that are only tried. */
export interface PlanView {
  readonly plan: PurchasePlan;
  readonly costs: Costs;
  readonly own: Costs;
  readonly isTried: boolean;
  readonly currency: string;
  /** How often the site was changed, for whoever changes it next. */
  readonly revision: number;
  /** What of the costs that were to be tried is no amount. */
  readonly problems: readonly Problem[];
}

/** What a vehicle has made of its batteries. */
export interface WearingVehicle {
  readonly id: string;
  readonly name: string;
  /** Batteries that left it, and the mean years that they sat in it. */
  readonly gone: number;
  readonly meanYears: number;
  /** What those batteries and their changes cost, at today’s costs of the site. */
  readonly cost: number;
  /** Against the whole fleet: under 1 it wears them out sooner. */
  readonly times: number;
  readonly cautions: readonly OpenCaution[];
}

/** A battery that stands unused, with what is left of its charge. */
export interface IdleBattery {
  readonly battery: BatteryRecord;
  readonly readAtMs: number;
  readonly readPct: number;
  readonly nowPct: number;
  readonly topUpByMs: number;
}

/** A vehicle before a cold morning: what it carries, and what its engine asks. */
export interface ColdVehicle {
  readonly id: string;
  readonly name: string;
  readonly ready: ReadyVehicle;
  /** Tags of its units, by id. */
  readonly tags: Readonly<Record<string, string>>;
  /** What it asks rests on a start that was measured, or on what its engine is. */
  readonly measured: boolean;
}

/** The vehicles of the site and the mornings to come. */
export interface ColdView {
  readonly vehicles: readonly ColdVehicle[];
  readonly mornings: readonly Morning[];
}

/** What comes next on the Floor: the first of each, and how many there are. */
export interface ComingUp {
  readonly due: readonly {
    readonly id: string;
    readonly tag: string;
    readonly where: string;
    readonly dueMs: number;
  }[];
  readonly dueCount: number;
  /** The coldest morning of the next days. */
  readonly morning: Morning | null;
  readonly atRisk: readonly {
    readonly id: string;
    readonly name: string;
    readonly chance: number;
    readonly help: Help;
  }[];
  readonly atRiskCount: number;
}

/** What reads high or low over the fleet. */
export interface ReadsOff extends Leftover {
  readonly what: 'instrument' | 'technician' | 'season';
  readonly name: string;
  readonly isTold: boolean;
}
