import type { OpenCaution } from '../circuit/open-cautions';
import type { Help, ReadyVehicle } from '../history/cold-start';
import type { KnownOffset } from '../history/known-offset';
import type { Leftover } from '../history/leftover';
import type { Morning } from '../history/mornings';
import type { Costs } from '../planning/costs';
import type { PurchasePlan } from '../planning/purchase-plan';
import type { Problem } from '../quantity/result';
import type { FleetQuery } from './fleet-query';
import type { BatteryRecord, KeptOutlook, NewestOfBattery } from './views';

/** A battery of the fleet with what is expected of it, where it is and how it stands. */
export interface FleetRow {
  readonly battery: BatteryRecord;
  readonly outlook: KeptOutlook;
  readonly vehicle: { readonly id: string; readonly name: string; readonly slot: string } | null;
  readonly newest: NewestOfBattery | null;
}

/** A page of the fleet as it was asked for; `next` is where the one after it begins, null at the end. */
export interface FleetPage {
  readonly rows: readonly FleetRow[];
  readonly next: string | null;
}

/** Units of a group beside each other. */
export interface FleetGroupRow {
  /** The type or the verdict; null where nothing was decided. */
  readonly key: string | null;
  readonly count: number;
  readonly healthPct: number;
  readonly waitCost: number;
}

/** A way of looking at the fleet that somebody has kept, for all. */
export interface FleetSavedView {
  readonly id: string;
  readonly name: string;
  readonly address: string;
}

/** A list of the fleet with what stands beside it. */
export interface FleetList {
  readonly page: FleetPage;
  readonly asked: FleetQuery;
  readonly groups: readonly FleetGroupRow[];
  /** Batteries of which what is expected is just being worked out anew. */
  readonly underWay: number;
  readonly views: readonly FleetSavedView[];
}

/** What to change and to buy, with the costs that it rests on: the site's own, or others that are only tried. */
export interface PlanView extends TriedCosts {
  readonly plan: PurchasePlan;
}

/** The costs that a plan was made with, beside the site's own. */
export interface TriedCosts {
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

/** A battery that was retired within its warranty, with the runs whose slips prove it. */
export interface WarrantyClaim {
  readonly battery: BatteryRecord;
  readonly warrantyTo: string;
  readonly retiredMs: number;
  readonly runs: readonly { readonly id: string; readonly atMs: number }[];
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
  /** Of the site’s own file; else simulated. */
  readonly isOwn: boolean;
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
  /** What was found low and not charged since, and what runs low on its shelf. */
  readonly toCharge: readonly {
    readonly id: string;
    readonly tag: string;
    readonly where: string;
    /** What is left of its charge by now, percent; null where a test asked for the charge. */
    readonly leftPct: number | null;
  }[];
  readonly toChargeCount: number;
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

/** A correction of an instrument that is in force. */
export interface KeptCorrection extends KnownOffset {
  readonly id: string;
  readonly reason: string;
  readonly by: string;
}

/** What reads high or low, and what of it is taken out from a day on. */
export interface ReadsOffView {
  readonly off: readonly ReadsOff[];
  readonly corrections: readonly KeptCorrection[];
  /** The site’s own day. */
  readonly today: string;
}

/** What reads high or low over the fleet. */
export interface ReadsOff extends Leftover {
  readonly what: 'instrument' | 'technician' | 'season';
  readonly name: string;
  readonly isTold: boolean;
}
