import { allowedDrawAmps } from '../assessment/vehicle-result';
import { chargeFromOpenCircuit } from '../correction/charge-from-open-circuit';
import { loadLimit } from '../correction/load-limit';
import { openCircuitVoltsAt25 } from '../correction/open-circuit-temperature';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { MeasuredName } from '../vehicle/check-reading';
import { coldDemand, crankSpan } from '../vehicle/engine';
import { SIDES } from '../vehicle/path';
import { ASSUMED_SHOP_C, type CheckEvidence, counted } from './check-evidence';
import { type CheckFinding, type CheckFindingCode, checkFinding } from './check-finding';
import { contradictionIn, segmentResults } from './segment-drop';

/** From here on a resting battery has charge in it that it did not take at rest, V at 25 °C. Rule of the trade. */
const STILL_CHARGING_VOLTS = 13.2;
/** Temperature from which on the cranking floor holds in full, °C. */
const WARM_C = 21;
/** Cranking currents beyond these shares of the usual span are told. Rule of the trade. */
const CRANK_SHARES = { low: 0.75, high: 1.2 } as const;
/** Under this ripple the diodes are sound, V AC. Rule of the trade. */
const SOUND_RIPPLE_VOLTS = 0.1;
/** Minutes after a start before which a net current says nothing. Rule of the trade. */
const NET_MINUTES = 3;

/** What every reading of a check says by itself, in the order in which they are taken. */
export function checkFindings(evidence: CheckEvidence, rules: HouseRules): CheckFinding[] {
  const at: At = { evidence, rules, share: evidence.vehicle.systemVolts / 12 };
  return [
    ...atRest(at),
    ...cranked(at),
    ...regulated(at),
    ...loaded(at),
    ...output(at),
    ...net(at),
    ...ripple(at),
    ...drops(at),
    ...feed(at),
    ...looked(at),
    ...afterwards(at),
    ...evidence.unfit.map((name) => checkFinding('instrument_unfit', name)),
  ];
}

/** The state of charge that a resting voltage stands for, percent; null where none was read. */
export function restChargePct({ vehicle, temperatureC, measured }: CheckEvidence): number | null {
  const { rest_v: rest } = measured;
  if (rest === undefined) return null;
  const at25 = (rest * 12) / vehicle.systemVolts + openCircuitVoltsAt25(0, temperatureC ?? ASSUMED_SHOP_C);
  return chargeFromOpenCircuit(at25, vehicle.construction ?? 'flooded');
}

interface At {
  readonly evidence: CheckEvidence;
  readonly rules: HouseRules;
  /** The system against 12 V. */
  readonly share: number;
}

/** A reading over a limit that it must reach, or under one that it must not pass. */
function held(
  { evidence }: At,
  of: MeasuredName,
  against: { readonly least: number } | { readonly most: number },
  [sound, wrong]: readonly [CheckFindingCode, CheckFindingCode],
  unit: 'V' | 'A' | 's' = 'V',
): CheckFinding[] {
  const value = counted(evidence, of);
  if (value === null) return [];
  const limit = tidy('least' in against ? against.least : against.most);
  const margin = tidy('least' in against ? value - limit : limit - value);
  return [checkFinding(margin < 0 ? wrong : sound, of, { value, limit, margin, unit })];
}

function atRest({ evidence, rules, share }: At): CheckFinding[] {
  const { rest_v: rest } = evidence.measured;
  const pct = restChargePct(evidence);
  if (rest === undefined || pct === null) return [];
  if (rest >= STILL_CHARGING_VOLTS * share) return [checkFinding('still_charging', 'rest_v')];
  return pct < rules.charge.loadGatePct ? [checkFinding('charge_first', 'rest_v')] : [];
}

function cranked(at: At): CheckFinding[] {
  const { evidence, rules, share } = at;
  const { engine } = evidence.vehicle;
  const celsius = evidence.temperatureC ?? ASSUMED_SHOP_C;
  const { limitVoltsByCelsius, cold } = rules.load;
  const colder = Math.max(
    0,
    loadLimit(WARM_C, limitVoltsByCelsius) - loadLimit(celsius, limitVoltsByCelsius, cold),
  );
  const floor =
    engine === 'motorcycle' ? rules.crank.motorcycleFloodedVolts : rules.crank.floorVolts - colder;
  const dip = counted(evidence, 'inrush_v');
  return [
    ...held(at, 'crank_v', { least: floor * share }, ['crank_holds', 'crank_low']),
    ...(dip !== null && dip < rules.crank.inrushVolts * share ? [checkFinding('dips_deep', 'inrush_v')] : []),
    ...crankCurrent(at, celsius),
    ...startTime(at),
  ];
}

function crankCurrent({ evidence }: At, celsius: number): CheckFinding[] {
  const amps = counted(evidence, 'crank_a');
  const { engine, systemVolts } = evidence.vehicle;
  if (amps === null || engine === null || engine === 'none') return [];
  const demand = coldDemand(celsius);
  const [from, to] = crankSpan(engine, systemVolts);
  const [low, high] = [tidy(CRANK_SHARES.low * from * demand), tidy(CRANK_SHARES.high * to * demand)];
  if (amps > high)
    return [
      checkFinding('crank_current_high', 'crank_a', {
        value: amps,
        limit: high,
        margin: tidy(high - amps),
        unit: 'A',
      }),
    ];
  if (amps < low)
    return [
      checkFinding('crank_current_low', 'crank_a', {
        value: amps,
        limit: low,
        margin: tidy(amps - low),
        unit: 'A',
      }),
    ];
  return [];
}

function startTime({ evidence, rules: { check } }: At): CheckFinding[] {
  const seconds = counted(evidence, 'crank_s');
  if (seconds === null) return [];
  if (seconds <= check.startSeconds) return [checkFinding('starts_readily', 'crank_s')];
  const { slowStartSeconds: limit } = check;
  return seconds > limit
    ? [
        checkFinding('starts_slowly', 'crank_s', {
          value: seconds,
          limit,
          margin: tidy(limit - seconds),
          unit: 's',
        }),
      ]
    : [];
}

/** The span of the regulated voltage: the maker’s own where it is known, else the house’s, which follows temperature. */
export function regulatedSpan(
  { vehicle, temperatureC }: CheckEvidence,
  { vehicle: house }: HouseRules,
): readonly [from: number, to: number] {
  if (vehicle.ownVolts) return vehicle.ownVolts;
  const share = vehicle.systemVolts / 12;
  const colder = SET_PER_KELVIN * (REFERENCE_C - (temperatureC ?? ASSUMED_SHOP_C));
  const [from, to] = house.regulatedVolts;
  // The set point follows the battery’s temperature: the span is moved only the way that would condemn wrongly.
  return [tidy((from + Math.min(0, colder)) * share), tidy((to + Math.max(0, colder)) * share)];
}

/** Set point with temperature, V/K, and where the house’s span is meant for, °C. Rule of the trade. */
const SET_PER_KELVIN = 0.01;
const REFERENCE_C = 25;

function regulated(at: At): CheckFinding[] {
  const { evidence, rules, share } = at;
  const [from, to] = regulatedSpan(evidence, rules);
  const rest = counted(evidence, 'rest_v');
  const risen = rest === null || evidence.vehicle.ownVolts ? from : rest + rules.check.leastRiseVolts * share;
  const least = Math.max(from, Math.min(risen, to - LEAST_SPAN_VOLTS * share));
  const managed = evidence.vehicle.regulator === 'computer' && !evidence.vehicle.ownVolts;
  const read = (['idle_v', 'fast_v'] as const).flatMap((name) => {
    const value = counted(evidence, name);
    if (value === null) return [];
    const high = value > to;
    const low = value < least;
    if (managed && (low || value <= MANAGED_TOP_VOLTS * share) && (low || high))
      return [checkFinding('managed_not_judged', name)];
    const limit = tidy(high ? to : least);
    const margin = tidy(high ? to - value : value - least);
    const code = high ? 'regulated_high' : low ? 'regulated_low' : 'regulated_in_span';
    return [checkFinding(code, name, { value, limit, margin, unit: 'V' })];
  });
  return [...read, ...rise(at, managed)];
}

/** The house’s span is never narrower than this, however high the battery rests, V. */
const LEAST_SPAN_VOLTS = 0.3;
/** Managed charging goes so high for a while, V. */
const MANAGED_TOP_VOLTS = 15.5;

function rise({ evidence, rules, share }: At, managed: boolean): CheckFinding[] {
  const [idle, fast] = [counted(evidence, 'idle_v'), counted(evidence, 'fast_v')];
  if (idle === null || fast === null || managed) return [];
  // From a voltage that does not charge at all to one that does, it rises for another reason.
  if (idle < rules.check.loadedVolts * share) return [];
  const value = tidy(fast - idle);
  const limit = tidy(rules.check.speedRiseVolts * share);
  return value > limit
    ? [checkFinding('rises_with_speed', 'fast_v', { value, limit, margin: tidy(limit - value), unit: 'V' })]
    : [];
}

function loaded(at: At): CheckFinding[] {
  const { evidence, rules, share } = at;
  const rest = counted(evidence, 'rest_v') ?? 0;
  const least = Math.max(rules.check.loadedVolts * share, rest);
  return [
    ...held(at, 'fast_loaded_v', { least }, ['loaded_holds', 'loaded_low']),
    ...held(at, 'idle_loaded_v', { least }, ['loaded_holds', 'loaded_low_at_idle']).filter(
      ({ code }) => code === 'loaded_low_at_idle',
    ),
  ];
}

function output(at: At): CheckFinding[] {
  const { evidence, rules } = at;
  const { alternatorAmps } = evidence.vehicle;
  const { outputPct, soundOutputAmps, failedOutputAmps } = rules.check;
  const amps = counted(evidence, 'output_a');
  if (amps === null) return [];
  if (alternatorAmps !== null)
    return held(
      at,
      'output_a',
      { least: (outputPct / 100) * alternatorAmps },
      ['output_sound', 'output_low'],
      'A',
    );
  const code =
    amps >= soundOutputAmps ? 'output_sound' : amps <= failedOutputAmps ? 'output_failed' : 'output_doubtful';
  const limit = code === 'output_failed' ? failedOutputAmps : soundOutputAmps;
  return [checkFinding(code, 'output_a', { value: amps, limit, margin: tidy(amps - limit), unit: 'A' })];
}

function net(at: At): CheckFinding[] {
  const { evidence, rules } = at;
  const amps = counted(evidence, 'net_a');
  if (amps === null) return [];
  const { netAmps, endlessNetAmps } = rules.check;
  if (amps < -LEAST_DRAIN_AMPS) {
    return [checkFinding('drains_running', 'net_a', { value: amps, limit: 0, margin: amps, unit: 'A' })];
  }
  const measured = { value: amps, limit: netAmps, margin: tidy(netAmps - amps), unit: 'A' as const };
  if (amps < netAmps) return [checkFinding('net_tapers', 'net_a', measured)];
  if (evidence.netMinutes !== null && evidence.netMinutes < NET_MINUTES)
    return [checkFinding('net_too_soon', 'net_a')];
  return [checkFinding(amps >= endlessNetAmps ? 'net_endless' : 'net_not_tapering', 'net_a', measured)];
}

/** Less than this out of the battery is what a clamp leaves open, A. */
const LEAST_DRAIN_AMPS = 1;

function ripple(at: At): CheckFinding[] {
  const value = counted(at.evidence, 'ripple_v');
  if (value === null) return [];
  const most = at.rules.check.rippleVolts * at.share;
  const some = value >= SOUND_RIPPLE_VOLTS * at.share ? 'ripple_some' : 'ripple_low';
  return held(at, 'ripple_v', { most }, [some, 'ripple_high']);
}

function drops({ evidence, rules }: At): CheckFinding[] {
  const results = segmentResults(evidence, rules);
  const told = results.map(({ segment, fullVolts: value, limitVolts: limit, margin }) =>
    checkFinding(
      margin < 0 ? 'drop_high' : 'drop_within',
      'drop_v',
      { value, limit, margin, unit: 'V' },
      segment,
    ),
  );
  const contradicted = SIDES.flatMap((side) => contradictionIn(side, results) ?? []);
  return [
    ...told,
    ...[...new Set(contradicted)].map((segment) => checkFinding('drops_contradict', 'drop_v', null, segment)),
  ];
}

function feed(at: At): CheckFinding[] {
  const against = counted(at.evidence, 'key_on_v') ?? counted(at.evidence, 'rest_v') ?? 12 * at.share;
  const least = against - at.rules.check.feedVolts * at.share;
  return held(at, 'feed_v', { least }, ['feed_there', 'feed_missing']);
}

function looked({ evidence: { looked: seen } }: At): CheckFinding[] {
  const found: CheckFinding[] = [];
  if (seen.belt === 'slips') found.push(checkFinding('belt_slips', 'belt'));
  if (seen.belt === 'torn') found.push(checkFinding('belt_torn', 'belt'));
  if (seen.fuse === 'blown') found.push(checkFinding('fuse_blown', 'fuse'));
  if (seen.lamp_key_on === 'off') found.push(checkFinding('lamp_dark_key_on', 'lamp_key_on'));
  if (seen.lamp_running === 'on') found.push(checkFinding('lamp_lit_running', 'lamp_running'));
  return found;
}

function afterwards(at: At): CheckFinding[] {
  const { evidence, rules, share } = at;
  const most = allowedDrawAmps(evidence.vehicle.rcMinutes, rules.vehicle.drawAmps);
  const least = rules.check.holdVolts * share;
  return [
    ...held(at, 'draw_a', { most }, ['draw_within', 'draw_high'], 'A'),
    ...held(at, 'off_1min_v', { least }, ['holds_after', 'does_not_hold']),
    ...held(at, 'off_5min_v', { least }, ['holds_after', 'does_not_hold']),
  ];
}
