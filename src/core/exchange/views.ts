/** What the server answers with and the screens show: the records of the store, named once for both sides. */

import type { Assessment } from '../assessment/assess';
import type { Evidence, Trace } from '../assessment/evidence';
import type { StepId } from '../assessment/step-id';
import type { Grade, Verdict } from '../assessment/verdict';
import type { BatteryLabel } from '../battery/battery-label';
import type { OwnReference, ReferenceReading } from '../battery/own-reference';
import type { ChargerChannel } from '../charging/charger';
import type { Charger } from '../charging/charger-schema';
import type { CheckBasis } from '../circuit/check-evidence';
import type { OpenCaution } from '../circuit/open-cautions';
import type { Visit, VisitsWithWork } from '../circuit/visit';
import type { FanPoint } from '../history/fan';
import type { VehicleFaultOpen } from '../history/hazard';
import type { OutlookFigures } from '../history/kept-outlook';
import type { LinePoint } from '../history/kind-line';
import type { Break } from '../history/segments';
import type { ToldRun } from '../procedure/judge-run';
import type { VerdictOverride } from '../procedure/override';
import type { Problem } from '../quantity/result';
import type { HouseRules } from '../rules/house-rules';
import type { Reading } from '../steps/reading';
import type { Cause } from '../vehicle/cause';
import type { Vehicle } from '../vehicle/vehicle';
import type { RecordingLine } from './recording-views';

export interface Technician {
  readonly id: string;
  readonly name: string;
}

/** A registered battery: its id and what its label says. */
export interface BatteryRecord extends BatteryLabel {
  readonly id: string;
  /** Counts the changes of its label; whoever puts it right says which one was seen. */
  readonly revision?: number;
  /** What its tests came to when it was new, where they are known and were asked for: worked out, never stored. */
  readonly reference?: OwnReference;
}

/** A place in a vehicle with the battery that holds it or held it, and the verdict that its newest run counts with. */
export interface VehicleSlot {
  readonly id: string;
  readonly name: string;
  readonly fromOn: string;
  readonly toOn: string | null;
  readonly battery: BatteryRecord;
  readonly newest: NewestOfBattery | null;
}

/** How a battery's newest finished run counts. */
export interface NewestOfBattery {
  readonly runId: string;
  readonly atMs: number;
  readonly verdict: Verdict;
  /** Who took the run. */
  readonly by: string;
}

/** A vehicle in a list: who sits in it, and what its newest check came to. */
export interface VehicleInList extends Vehicle {
  /** Why it is here now; null while it is out. */
  readonly visit: Visit | null;
  readonly revision: number;
  readonly batteries: readonly string[];
  readonly check: CheckSummary | null;
}

/** A check of a vehicle in a list. */
export interface CheckSummary {
  readonly runId: string;
  readonly startedAtMs: number;
  readonly startedById: string;
  readonly finishedAtMs: number | null;
  readonly cause: Cause | null;
  readonly probability: number | null;
}

/** A run on a battery from when it sat in a vehicle. */
export interface BatteryTest {
  readonly kind: 'battery';
  readonly runId: string;
  readonly batteryId: string;
  readonly tag: string;
  readonly startedAtMs: number;
  readonly startedById: string;
  readonly finishedAtMs: number | null;
  /** As it counts; null while the run is open. */
  readonly verdict: Verdict | null;
}

/** What is done on a visit: a check of the vehicle, or a test of a battery that sat in it. */
export type VisitWork = (CheckSummary & { readonly kind: 'check' }) | BatteryTest;

/** A vehicle with everything that its page shows. */
export interface VehicleStory {
  readonly vehicle: Vehicle & { readonly revision: number };
  /** The newest first; those that are held now before those that were. */
  readonly slots: readonly VehicleSlot[];
  /** The check that is open on it. */
  readonly openCheckId: string | null;
  /** The visit that it is on; null while it is out. */
  readonly visit: Visit | null;
  readonly work: VisitsWithWork<VisitWork>;
  /** What is to be said of its batteries as a set; null where there is nothing. */
  readonly set: string | null;
  readonly cautions: readonly OpenCaution[];
  /** Starts and drives that were recorded, the newest first. */
  readonly recordings: readonly RecordingLine[];
  readonly today: string;
}

/** A check of a vehicle, as its screen needs it. */
export interface CheckView {
  readonly run: CheckRun;
  readonly vehicle: Vehicle;
  readonly slots: readonly VehicleSlot[];
  readonly readings: readonly Reading[];
  readonly rules: HouseRules;
  readonly unreadable: readonly Problem[];
  /** What it was last finished with; null while it is open. */
  readonly finishedWith: {
    readonly cause: Cause;
    readonly probability: number;
    readonly core: string;
  } | null;
  /** What it is judged on beside its readings: once it is finished, what that was then. */
  readonly basis: CheckBasis;
  /** The finished check before this one; null where there was none. */
  readonly before: { readonly readings: readonly Reading[]; readonly basis: CheckBasis } | null;
  /** The visit during which it was begun; null where it was on none. */
  readonly visit: Visit | null;
  /** Cautions that checks before this one have left open. */
  readonly cautions: readonly OpenCaution[];
}

export interface CheckRun {
  readonly id: string;
  readonly vehicleId: string;
  readonly startedAtMs: number;
  readonly startedById: string;
  readonly finishedAtMs: number | null;
  readonly finishedById: string | null;
  readonly rulesId: string;
  readonly rulesVersion: number;
}

/** What a stored reading is answered with: the run of a battery, or the check of a vehicle, as it now stands. */
export type StoredRun = RunView | CheckView;

export interface RunRecord {
  readonly id: string;
  readonly batteryId: string;
  readonly startedAtMs: number;
  readonly startedById: string;
  readonly finishedAtMs: number | null;
  readonly finishedById: string | null;
  readonly rulesId: string;
  readonly rulesVersion: number;
  /** The assessment that it was last finished with. */
  readonly assessmentId: string | null;
  /** The import that it came in with; null for a run that was captured here. */
  readonly importId?: string | null;
}

/** An assessment as it was when it was made, with the versions of the core and the rules. */
export interface AssessmentRecord {
  readonly id: string;
  readonly runId: string;
  readonly madeAtMs: number;
  readonly core: string;
  readonly rulesId: string;
  readonly rulesVersion: number;
  readonly verdict: Verdict;
  readonly grade: Grade | null;
  readonly healthPct: number | null;
  readonly healthSdPct: number | null;
  readonly chargePct: number | null;
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  /** Set over the computed verdict when the run was finished. */
  readonly override: VerdictOverride | null;
}

/** A run with everything that belongs to it. */
export interface WholeRun {
  readonly run: RunRecord;
  readonly battery: BatteryRecord;
  readonly readings: readonly Reading[];
  /** The newest first. */
  readonly assessments: readonly AssessmentRecord[];
  /** What of it is stored and cannot be read: it counts for nothing, and the run comes to no verdict. */
  readonly unreadable: readonly Problem[];
}

/** A run as the Bench needs it: with the rules that it is judged by. */
export interface RunView extends WholeRun {
  readonly rules: HouseRules;
  /** The vehicle that its battery sits in; absent where it sits in none. */
  readonly sitsIn?: { readonly id: string; readonly name: string };
}

/** A run as the Bench opens with it: what it comes to is there before the Bench can judge by itself. */
export interface BenchView {
  readonly view: RunView;
  /** Null of a battery that the rules are not for. */
  readonly told: ToldRun | null;
}

/** A run in a list, with the verdict that it was finished with. */
export interface RunSummary {
  readonly run: RunRecord;
  readonly battery: BatteryRecord;
  readonly assessment: AssessmentRecord | null;
  /** Why what it was finished with cannot be shown. */
  readonly unreadable?: readonly Problem[];
}

/** A run in its battery's story: what it came to, without the evidence, which its own page has. */
export interface RunOfStory extends Pick<RunSummary, 'run' | 'unreadable'> {
  readonly assessment: Omit<AssessmentRecord, 'evidence'> | null;
}

/** A battery with its runs, the newest first, and the house rules that are in force today. */
export interface BatteryStory {
  readonly rules: HouseRules;
  readonly battery: BatteryRecord;
  readonly runs: readonly RunOfStory[];
  /** Recorded load tests, the newest first. */
  readonly loads: readonly LoadRecord[];
  /** Where it has been, the newest first. */
  readonly slots: readonly SlotHeld[];
  /** The open voltage of each run that read it more than once, as found and as left, V. */
  readonly opened: Readonly<Record<string, readonly [foundVolts: number, leftVolts: number]>>;
  /** What its tests of its first half year came to, the oldest first. */
  readonly firstTests: readonly ReferenceReading[];
  /** What is expected of it; null for what these rules do not grade. */
  readonly outlook: OutlookStory | null;
  /** What it is expected to hold, where it mostly starts and a discharge has shown what it holds; null for all others. */
  readonly held: OutlookStory | null;
  /** How its siblings and its kind fare beside it. */
  readonly beside: readonly BesideLine[];
  /** What happened beneath its life: charges, visits, what was found on its vehicles. */
  readonly beneath: readonly Lane[];
  /** The site's day, YYYY-MM-DD. */
  readonly today: string;
}

/** How something else fares beside a battery. */
export interface BesideLine {
  readonly label: string;
  readonly href: string | null;
  readonly points: readonly LinePoint[];
}

/** A row of stretches of time beneath a life. */
export interface Lane {
  readonly name: string;
  readonly stretches: readonly {
    readonly label: string;
    readonly fromMs: number;
    readonly toMs: number;
    readonly href: string | null;
  }[];
}

/** What is expected of a battery, as it was worked out last. */
export interface KeptOutlook extends OutlookFigures {
  readonly madeAtMs: number;
}

/** What is expected of a battery, with what it rests on: its fan over time, and where its story begins anew. */
export interface OutlookStory {
  readonly figures: OutlookFigures;
  readonly linePct: number;
  readonly fan: readonly FanPoint[];
  readonly anew: readonly { readonly atMs: number; readonly why: Break }[];
  /** What was taken out of its readings, by what reads high or low; points. */
  readonly takenOut: readonly { readonly what: string; readonly pct: number }[];
  /** What is open on its vehicle and wears it. */
  readonly worn: readonly VehicleFaultOpen[];
}

/** A load test of which the course was recorded. */
export interface LoadRecord {
  readonly readingId: string;
  readonly runId: string;
  readonly atMs: number;
  readonly volts: number;
  readonly amps: number;
  readonly instrument: string;
  /** Made past a barred gate. */
  readonly forced: boolean;
  readonly trace: Trace;
}

/** A battery's time in a vehicle. */
export interface SlotHeld {
  readonly vehicle: Vehicle;
  readonly name: string;
  readonly fromOn: string;
  readonly toOn: string | null;
}

/** A battery as a list of them shows it: with where it sits or sat, the newest first. */
export interface BatteryInList extends BatteryRecord {
  readonly slots: readonly SlotHeld[];
}

/** What a scanned or typed tag leads to: the battery with that tag and its newest run, else batteries like it. */
export interface FoundBattery {
  readonly exact: {
    readonly battery: BatteryRecord;
    readonly newest: Omit<RunSummary, 'battery'> | null;
  } | null;
  readonly similar: readonly BatteryRecord[];
}

/** A run on the bench, as much of it as a card shows. */
export interface BenchCard {
  readonly runId: string;
  readonly tag: string;
  readonly place: string;
  readonly startedAtMs: number;
  readonly startedById: string;
  readonly nextStep: StepId;
  /** On charge now. */
  readonly charging: boolean;
  /** The charger of the site that it hangs on, where one is named. */
  readonly hangsOn: ChargerChannel | null;
  /** When the clock that the next step waits on runs out; null where none does. */
  readonly waitsUntilMs: number | null;
  /** Why the run comes to nothing: something of it is stored and cannot be read. Null where all is well. */
  readonly unreadable: string | null;
}

/** A run that was finished, as much of it as a line of a list shows. */
export interface DoneLine {
  readonly runId: string;
  readonly tag: string;
  readonly place: string;
  readonly finishedAtMs: number;
  readonly verdict: Verdict;
  readonly grade: Grade | null;
  readonly override: VerdictOverride | null;
  /** It rests on a reading that was forced or is not certain. */
  readonly indicative: boolean;
}

/** A battery of a stored rack that is to be charged and has not been on the bench since. */
export interface RackCharge {
  readonly runId: string;
  readonly batteryId: string;
  readonly tag: string;
  /** The name of the rack. */
  readonly rack: string;
}

/** Rows that are just coming in, told on every screen that lists runs. */
export interface ArrivalUnderWay {
  readonly name: string;
  readonly stored: number;
}

export interface FloorView {
  readonly nowMs: number;
  /** Counts what has changed: a screen that knows it asks only for what came after. */
  readonly version: number;
  readonly onBench: readonly BenchCard[];
  readonly doneToday: readonly DoneLine[];
  readonly fromRacks: readonly RackCharge[];
  readonly batteries: number;
  readonly arriving: ArrivalUnderWay | null;
  /** What about the store or its copies needs somebody. */
  readonly warnings: readonly string[];
}

/** A charger of the site with how often it was changed. */
export interface KeptCharger extends Charger {
  readonly revision: number;
}
