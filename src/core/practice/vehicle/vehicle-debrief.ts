import { followedCheck } from '../../instruments/check-trial';
import { causesOf, type VehicleFault } from '../../physics/vehicle/draw-vehicle';
import { seededChance } from '../../quantity/chance';
import { isOfKind, type Reading, type ReadingOf } from '../../steps/reading';
import { CAUSE_LABELS, type Cause } from '../../vehicle/cause';
import { checkFacts } from '../../vehicle/check-reading';
import { isSide, segmentLabel } from '../../vehicle/path';
import { SCORE_OFF } from '../debrief';
import type { Remark } from '../remark';
import { drawnOfCase, type VehicleCase } from './vehicle-case';

/** How the check of a case was worked, and the word at its end. */
export interface WorkedVehicleCase {
  readonly readings: readonly Reading[];
  /** Its battery was tested on the Bench. */
  readonly batteryTested: boolean;
  readonly cause: Cause;
}

export interface VehicleDebrief {
  readonly right: boolean;
  readonly truth: readonly string[];
  readonly remarks: readonly Remark[];
  /** What would have settled it soonest, in its order. */
  readonly path: readonly string[];
  readonly minutes: number;
  readonly pathMinutes: number;
  /** What the wrong part would have cost, money of the exercise. */
  readonly wrongCost: number;
  readonly score: number;
}

/** A test on the Bench, minutes. Rule of the trade. */
export const BATTERY_TEST_MINUTES = 20;
/** Prices of the exercise, in money of its own. A model of ours: what counts is how they compare. */
const PART_PRICE = { battery: 140, alternator: 320, starter: 260, other: 60 } as const;
const COMEBACK_PRICE = 420;
/** Twice what the shortest way takes, and more, is told. */
const LONG_WAY = 2;

/** What was true of a vehicle, what was overlooked or dangerous on the way, and what would have settled it soonest. */
export function vehicleDebrief(vehicleCase: VehicleCase, worked: WorkedVehicleCase): VehicleDebrief {
  const { causes } = drawnOfCase(vehicleCase);
  const right = causes.has(worked.cause);
  const { path, pathMinutes } = soonest(vehicleCase);
  const minutes = minutesOf(worked);
  const mistakes = [
    ...onTheWay(worked, causes),
    ...(minutes > LONG_WAY * pathMinutes ? [longWay(worked, path.length)] : []),
  ];
  const lost = mistakes.reduce((sum, { kind }) => sum + SCORE_OFF[kind], 0);
  return {
    right,
    path,
    pathMinutes,
    minutes,
    truth: truthOf(vehicleCase, causes),
    remarks: [...mistakes, ofCause(right, causes, worked.cause)],
    wrongCost: right ? 0 : priceOf(worked.cause) + COMEBACK_PRICE,
    score: Math.max(0, 100 - lost - (right ? 0 : SCORE_OFF.wrong)),
  };
}

function soonest(vehicleCase: VehicleCase): {
  readonly path: readonly string[];
  readonly pathMinutes: number;
} {
  const { hand } = followedCheck(drawnOfCase(vehicleCase), seededChance(vehicleCase.truth.seed));
  const tested = hand.evidence.batteryVerdict !== null;
  const path = hand.readings.map(({ of, segment }) =>
    segment ? segmentLabel(segment) : checkFacts(of).label,
  );
  const minutes = hand.readings.reduce((sum, { of }) => sum + checkFacts(of).minutes, 0);
  return {
    path: tested ? [...path, 'The battery on the Bench'] : path,
    pathMinutes: minutes + (tested ? BATTERY_TEST_MINUTES : 0),
  };
}

const checksIn = (readings: readonly Reading[]) =>
  readings.filter((one): one is ReadingOf<'check_reading'> => isOfKind(one, 'check_reading'));

/** What a check of a case has taken so far, minutes at the vehicle. */
export function minutesOf({ readings, batteryTested }: Omit<WorkedVehicleCase, 'cause'>): number {
  const read = checksIn(readings).reduce((sum, { data }) => sum + checkFacts(data.of).minutes, 0);
  return read + (batteryTested ? BATTERY_TEST_MINUTES : 0);
}

function truthOf({ truth: { faults } }: VehicleCase, causes: ReadonlySet<Cause>): string[] {
  const innocent = ![...causes].some((cause) => cause.startsWith('battery_'));
  return [
    ...(faults.length === 0 ? ['Nothing was wrong with it.'] : faults.map(faultWords)),
    innocent ? 'The battery was innocent.' : 'The battery had its part in it.',
  ];
}

function faultWords(fault: VehicleFault): string {
  const degree = `${Math.round(100 * fault.degree)} % of the way to its worst`;
  if (fault.kind === 'piece') return `${segmentLabel(fault.piece)} had too much resistance, ${degree}.`;
  const [cause = 'nothing_found'] = causesOf(fault);
  return `${CAUSE_LABELS[cause]}, ${degree}.`;
}

const PATHS: ReadonlySet<Cause> = new Set([
  'charging_plus_path',
  'charging_minus_path',
  'starting_plus_path',
  'starting_minus_path',
]);

function onTheWay({ readings, cause }: WorkedVehicleCase, causes: ReadonlySet<Cause>): Remark[] {
  const read = checksIn(readings);
  const remarks: Remark[] = [];
  const firstCrank = readings.findIndex(
    (one) => isOfKind(one, 'check_reading') && one.data.engine === 'cranking' && one.data.of !== 'crank_s',
  );
  const kept = readings.findIndex(({ kind }) => kind === 'kept_from_starting');
  if (firstCrank >= 0 && (kept < 0 || kept > firstCrank))
    remarks.push({
      kind: 'danger',
      text: 'It was cranked without keeping it from starting: with hands and probes near belt and fan.',
    });
  const lastPulled = readings.findLast(({ kind }) => kind === 'kept_from_starting' || kind === 'put_back');
  if (lastPulled?.kind === 'kept_from_starting')
    remarks.push({
      kind: 'mistake',
      text: 'What was pulled was never put back: it does not start for its driver.',
    });
  const drops = read.filter(({ data }) => data.of === 'drop_v');
  const toThePiece = drops.some(({ data }) => data.segment !== null && !isSide(data.segment));
  if (PATHS.has(cause) && causes.has(cause) && !toThePiece)
    remarks.push({
      kind: 'missed',
      text: 'The side was named, not the piece: half the side at a time leads to the one joint that is to be cleaned.',
    });
  if (read.every(({ data }) => data.of !== 'rest_v'))
    remarks.push({
      kind: 'missed',
      text: 'Its resting voltage was not read: with a battery below the gate all else is indicative.',
    });
  return remarks;
}

const longWay = ({ readings }: WorkedVehicleCase, shortest: number): Remark => ({
  kind: 'wasted',
  text: `${checksIn(readings).length} readings were taken: ${shortest}, each chosen by what it settles, would have done.`,
});

function ofCause(right: boolean, causes: ReadonlySet<Cause>, told: Cause): Remark {
  if (right) return { kind: 'good', text: 'The trouble was found where it was.' };
  const truly = [...causes].map((cause) => CAUSE_LABELS[cause].toLowerCase()).join(' or ');
  const said = CAUSE_LABELS[told].toLowerCase();
  const cost =
    told.startsWith('battery_') && told !== 'battery_low_charge'
      ? ' A sound battery would have been replaced, and it would have come back.'
      : '';
  return { kind: 'mistake', text: `The trouble was elsewhere: ${truly}, not ${said}.${cost}` };
}

function priceOf(cause: Cause): number {
  switch (cause) {
    case 'battery_worn':
    case 'battery_faulty':
      return PART_PRICE.battery;
    case 'alternator_weak':
    case 'diode':
    case 'regulator_high':
    case 'regulator_low':
    case 'regulator_open':
    case 'regulator_intermittent':
      return PART_PRICE.alternator;
    case 'starter_drag':
    case 'solenoid':
      return PART_PRICE.starter;
    case 'nothing_found':
    case 'battery_low_charge':
      return 0;
    default:
      return PART_PRICE.other;
  }
}
