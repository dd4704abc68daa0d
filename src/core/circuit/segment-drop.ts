import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import { coldDemand, usualCrankAmps } from '../vehicle/engine';
import {
  isSide,
  PIECE_FACTS,
  type Segment,
  SIDE_FACTS,
  SIDES,
  type Side,
  soundMilliohms,
} from '../vehicle/path';
import { ASSUMED_SHOP_C, type CheckEvidence, counted, type Drop } from './check-evidence';

/** What a drop says of its segment: what it has, and what it would lose at the full current of its path. */
export interface SegmentResult {
  readonly segment: Segment;
  readonly current: Drop['current'];
  readonly volts: number;
  readonly amps: number;
  readonly milliohms: number;
  /** The full current of the path, A, and the drop there, V of the system. */
  readonly fullAmps: number;
  readonly fullVolts: number;
  readonly limitVolts: number;
  readonly margin: number;
  /** Of what is known of its side, 0 to 1; null for a side, and while the side was not read. */
  readonly share: number | null;
  /** How many times what a sound one has. */
  readonly timesSound: number;
}

/** The current of a charging path of unknown rating, A. Rule of the trade. */
const UNKNOWN_RATING_AMPS = 100;

/** The full current of a path, A: the alternator’s rating, or what the starter takes. */
export function fullAmps(evidence: CheckEvidence, current: Drop['current']): number {
  const { vehicle, temperatureC } = evidence;
  if (current === 'charging') return vehicle.alternatorAmps ?? UNKNOWN_RATING_AMPS;
  const cranked = counted(evidence, 'crank_a');
  if (cranked !== null && cranked > 0) return cranked;
  return (
    usualCrankAmps(vehicle.engine ?? 'petrol_four', vehicle.systemVolts) *
    coldDemand(temperatureC ?? ASSUMED_SHOP_C)
  );
}

/**
 * The limit of a drop at full current, V of a system of 12 V, by the house’s figures. The starter’s plus side holds its cable and
 * its solenoid.
 */
export function dropLimit(segment: Segment, current: Drop['current'], rules: HouseRules): number {
  const { vehicle, check } = rules;
  if (current === 'starting') return startingLimit(segment, check);
  if (isSide(segment)) return vehicle.sideDropVolts;
  return segment === 'clamp_plus' || segment === 'clamp_minus'
    ? vehicle.clampDropVolts
    : vehicle.jointDropVolts;
}

function startingLimit(segment: Segment, check: HouseRules['check']): number {
  switch (segment) {
    case 'start_plus':
      return check.startCableVolts + check.solenoidVolts;
    case 'solenoid':
      return check.solenoidVolts;
    case 'start_cable':
      return check.startCableVolts;
    case 'start_minus':
      return check.startGroundVolts;
    default:
      // A joint takes half of what its whole side may.
      return check.startGroundVolts / 2;
  }
}

/** Every drop that was read, brought to the full current of its path and held against its limit. */
export function segmentResults(evidence: CheckEvidence, rules: HouseRules): SegmentResult[] {
  return evidence.drops.map((drop) => segmentResult(drop, evidence, rules));
}

/** The drop that was read of one segment, the first of them, the same way; undefined where none was. */
export function resultOfSegment(
  evidence: CheckEvidence,
  segment: Segment,
  rules: HouseRules,
): SegmentResult | undefined {
  const drop = evidence.drops.find((one) => one.segment === segment);
  return drop && segmentResult(drop, evidence, rules);
}

function segmentResult(drop: Drop, evidence: CheckEvidence, rules: HouseRules): SegmentResult {
  const { segment, volts, amps, current } = drop;
  const milliohms = (1000 * volts) / amps;
  const full = fullAmps(evidence, current);
  const fullVolts = tidy((milliohms * full) / 1000);
  const limitVolts = tidy((dropLimit(segment, current, rules) * evidence.vehicle.systemVolts) / 12);
  const side = sideOf(segment, current);
  const whole = side === segment ? undefined : evidence.drops.find((other) => other.segment === side);
  return {
    segment,
    current,
    volts,
    amps,
    milliohms: tidy(milliohms),
    fullAmps: full,
    fullVolts,
    limitVolts,
    margin: tidy(limitVolts - fullVolts),
    share: whole && whole.volts > 0 ? Math.min(1, milliohms / ((1000 * whole.volts) / whole.amps)) : null,
    timesSound: milliohms / soundMilliohms(segment),
  };
}

/** The side that a segment is read along with this current. */
export function sideOf(segment: Segment, current: Drop['current']): Side {
  if (isSide(segment)) return segment;
  const side = SIDES.find(
    (name) => SIDE_FACTS[name].current === current && SIDE_FACTS[name].pieces.includes(segment),
  );
  if (!side) throw new Error(`${segment} carries no ${current} current`);
  return side;
}

/** Two that differ by more than this of the larger do not belong together, and by more than what a meter leaves open, mΩ. */
const SAME_SHARE = 0.2;
const LEAST_MILLIOHMS = 0.5;

/**
 * Where a side and its pieces contradict each other: with all pieces read, their sum against the side; before that, a piece that
 * has more than its whole side. The one that fits least is named.
 */
export function contradictionIn(side: Side, results: readonly SegmentResult[]): Segment | null {
  const whole = results.find(({ segment }) => segment === side);
  if (!whole) return null;
  const pieces = SIDE_FACTS[side].pieces.flatMap(
    (piece) => results.find((one) => one.segment === piece) ?? [],
  );
  const slack = (milliohms: number) => Math.max(LEAST_MILLIOHMS, SAME_SHARE * milliohms);
  const larger = pieces.find(({ milliohms }) => milliohms > whole.milliohms + slack(whole.milliohms));
  if (larger) return larger.segment;
  if (pieces.length < SIDE_FACTS[side].pieces.length) return null;
  const sum = pieces.reduce((total, { milliohms }) => total + milliohms, 0);
  return Math.abs(sum - whole.milliohms) > slack(Math.max(sum, whole.milliohms)) ? side : null;
}

/** The pieces of a side that was read as too high, from where a probe halves what is left, and why there. */
export interface SurveyProbe {
  readonly segment: Segment;
  readonly reason: string;
}

/**
 * Where to put the probes next on a side: as a whole first; once it is over its limit, the piece with which what is left falls into two
 * halves as likely, losses being commonest at the battery’s own clamps; null once it is found, or the side is within its limit.
 */
export function nextOnSide(side: Side, results: readonly SegmentResult[]): SurveyProbe | null {
  const whole = results.find(({ segment }) => segment === side);
  const { label, pieces } = SIDE_FACTS[side];
  if (!whole)
    return { segment: side, reason: `${label}, as a whole: within its limit it needs no further probe.` };
  if (whole.margin >= 0) return null;
  // Clamps and ground carry both currents: read under one of them they speak for the other side too.
  const read = new Map(results.map((one) => [one.segment, one.milliohms] as const));
  const sound = (piece: (typeof pieces)[number]) => PIECE_FACTS[piece].soundMilliohms;
  const open = pieces.filter((piece) => !read.has(piece));
  const excess = pieces.reduce((sum, piece) => sum + Math.max(0, (read.get(piece) ?? 0) - sound(piece)), 0);
  const lost = whole.milliohms - soundMilliohms(side);
  if (open.length === 0 || excess >= FOUND_SHARE * lost) return null;
  const all = open.reduce((sum, piece) => sum + PIECE_FACTS[piece].suspicion, 0);
  const fromHalf = (piece: (typeof pieces)[number]) => Math.abs(PIECE_FACTS[piece].suspicion / all - 0.5);
  const first = open.reduce((best, piece) => (fromHalf(piece) < fromHalf(best) ? piece : best));
  const reason =
    open.length === 1
      ? 'The only piece that is left.'
      : `${PIECE_FACTS[first].label}: with it what is left of the side falls into halves as likely.`;
  return { segment: first, reason };
}

/** Once so much of what a side loses has been found, its fault has. */
const FOUND_SHARE = 0.6;

/** The piece at fault on a side, as far as the survey has come: the one that is furthest over its limit. */
export function pieceAtFault(side: Side, results: readonly SegmentResult[]): SegmentResult | null {
  const { pieces } = SIDE_FACTS[side];
  const over = results.filter((one) => pieces.some((piece) => piece === one.segment) && one.margin < 0);
  return over.reduce<SegmentResult | null>(
    (worst, one) => (worst === null || one.timesSound > worst.timesSound ? one : worst),
    null,
  );
}
