import type { Verdict } from '../../assessment/verdict';
import { type CheckEvidence, type CircuitSpec, type Drop, nothingRead } from '../../circuit/check-evidence';
import type { GatheredReading } from '../../circuit/gather-check';
import type { Chance } from '../../quantity/chance';
import {
  type CheckName,
  checkFacts,
  isMeasured,
  type LookedName,
  type MeasuredName,
} from '../../vehicle/check-reading';
import { carries, isSide, type Piece, type Segment, SIDE_FACTS } from '../../vehicle/path';
import { cranking } from './cranking';
import type { DrawnVehicle } from './draw-vehicle';
import { outputAmps, running } from './running';
import { openVolts } from './set';
import type { VehicleTruth } from './vehicle-truth';

/** Instruments of a check, one sigma: voltmeter V, its share, clamp share and zero A, milliampere meter A. */
const METER_VOLTS = 0.008;
const METER_SHARE = 0.001;
const DROP_VOLTS = 0.005;
const CLAMP_SHARE = 0.025;
const CLAMP_ZERO_AMPS = 0.6;
const DRAW_AMPS = 0.002;
const SECONDS = 0.15;
/** How often a regulator that comes and goes is just not there, and a slipping belt is seen to. */
const AWAY_SHARE = 0.5;
const SLIP_SEEN_SHARE = 0.75;
/** What is left of a charge in the voltage after a run, V, a minute and five minutes after. A model of ours. */
const SURFACE_VOLTS = { off_1min_v: 0.55, off_5min_v: 0.35 } as const;

/** What is known of a simulated vehicle before anybody has read anything. */
export function circuitOf({ truth, ratingKnown }: DrawnVehicle): CircuitSpec {
  const { engine, systemVolts, regulator, alternator, battery } = truth;
  return {
    ...{ engine, systemVolts, regulator, ownVolts: null, rcMinutes: null },
    alternatorAmps: ratingKnown ? alternator.ratedAmps : null,
    construction: battery.construction,
  };
}

/** Reads a simulated vehicle with instruments that err: one reading after another, each as it is asked for. */
export class VehicleHand {
  private readonly truth: VehicleTruth;
  /** Everything that was read, in its order. */
  readonly readings: GatheredReading[] = [];
  evidence: CheckEvidence;

  constructor(
    drawn: DrawnVehicle,
    private readonly chance: Chance,
  ) {
    this.truth = drawn.truth;
    const temperatureC = Math.round(drawn.truth.temperatureC);
    this.evidence = { ...nothingRead(circuitOf(drawn)), temperatureC };
  }

  /** Takes one reading; of drops the one of this segment. */
  read(name: CheckName, segment: Segment | null = null): this {
    if (name === 'drop_v') return segment ? this.drop(segment) : this;
    const [value, state] = isMeasured(name) ? [this.measured(name), null] : [null, this.looked(name)];
    this.note(name, { value, state });
    this.evidence = isMeasured(name)
      ? {
          ...this.evidence,
          measured: { ...this.evidence.measured, [name]: value },
          netMinutes: name === 'net_a' ? NET_MINUTES : this.evidence.netMinutes,
        }
      : { ...this.evidence, looked: { ...this.evidence.looked, [name]: state } };
    return this;
  }

  /** Has the set tested on the Bench. */
  testBattery(): this {
    this.evidence = { ...this.evidence, batteryVerdict: verdictOf(this.truth, this.chance) };
    return this;
  }

  private note(of: CheckName, over: Partial<GatheredReading>): void {
    const { engine, loads } = checkFacts(of);
    this.readings.push({
      ...{ of, value: null, state: null, segment: null, amps: null },
      ...{ engine: engine[0] ?? null, loads: loads[0] ?? null },
      minutes: of === 'net_a' ? NET_MINUTES : null,
      temperatureC: of === 'rest_v' ? this.evidence.temperatureC : null,
      ...over,
    });
  }

  private away(): boolean {
    return this.truth.alternator.state === 'intermittent' && this.chance.uniform() < AWAY_SHARE;
  }

  private volts(of12: number): number {
    const volts = (of12 * this.truth.systemVolts) / 12;
    const read = volts * (1 + this.chance.normal(METER_SHARE)) + this.chance.normal(METER_VOLTS);
    return Math.max(0, Math.round(read * 100) / 100);
  }

  private amps(true_: number): number {
    const read = true_ * (1 + this.chance.normal(CLAMP_SHARE)) + this.chance.normal(CLAMP_ZERO_AMPS);
    return Math.round(read * 10) / 10;
  }

  private measured(name: Exclude<MeasuredName, 'drop_v'>): number {
    const { truth, chance } = this;
    const { battery, temperatureC, loads, alternator } = truth;
    const open = openVolts(battery, temperatureC);
    switch (name) {
      case 'rest_v':
        return this.volts(open);
      case 'key_on_v':
        return this.volts(open - 0.08 - 0.004 * loads.keyOnAmps);
      case 'crank_v':
        return this.volts(cranking(truth).volts);
      case 'crank_a':
        return Math.max(1, this.amps(cranking(truth).amps));
      case 'crank_s':
        return Math.max(
          0.4,
          Math.round(10 * ((cranking(truth).startSeconds ?? 14) + chance.normal(SECONDS))) / 10,
        );
      case 'inrush_v':
        return this.volts(Math.max(1, cranking(truth).inrushVolts));
      case 'idle_v':
        return this.volts(running(truth, 'idle', 'none', this.away()).postVolts);
      case 'fast_v':
        return this.volts(running(truth, 'fast', 'none', this.away()).postVolts);
      case 'idle_loaded_v':
        return this.volts(running(truth, 'idle', 'all', this.away()).postVolts);
      case 'fast_loaded_v':
        return this.volts(running(truth, 'fast', 'all', this.away()).postVolts);
      case 'output_a':
        return Math.max(0, this.amps(outputAmps(truth, this.away())));
      case 'net_a':
        return this.amps(running(truth, 'fast', 'none', this.away()).netAmps);
      case 'ripple_v':
        return Math.max(
          0,
          Math.round(
            1000 *
              running(truth, 'fast', 'all', this.away()).rippleVolts *
              (1 + chance.normal(0.15)) *
              (truth.systemVolts / 12),
          ) / 1000,
        );
      case 'feed_v':
        return this.volts(
          alternator.feed === 'missing' ? chance.between(0, 4) : open - 0.08 - chance.between(0, 0.15),
        );
      case 'draw_a':
        return Math.max(0, Math.round(1000 * (loads.drawAmps + chance.normal(DRAW_AMPS))) / 1000);
      case 'off_1min_v':
      case 'off_5min_v':
        return this.volts(open + (battery.shortedCell ? 0.1 : SURFACE_VOLTS[name] * this.charged()));
    }
  }

  /** How much a run has put on top: nothing where it does not charge. */
  private charged(): number {
    const { postVolts } = running(this.truth, 'fast', 'none', this.away());
    return Math.max(0, Math.min(1, (postVolts - 12.8) / 1.2));
  }

  private looked(name: LookedName): string {
    const { alternator } = this.truth;
    const isCharging = running(this.truth, 'idle', 'none', this.away()).alternatorAmps > 1;
    switch (name) {
      case 'belt':
        if (alternator.belt === 'slips') return this.chance.uniform() < SLIP_SEEN_SHARE ? 'slips' : 'ok';
        return alternator.belt === 'torn' ? 'torn' : 'ok';
      case 'fuse':
        return alternator.fuse === 'blown' ? 'blown' : 'ok';
      case 'lamp_key_on': {
        const isDark =
          alternator.feed === 'missing' || (alternator.state === 'open' && this.chance.uniform() < 0.3);
        return isDark ? 'off' : 'on';
      }
      case 'lamp_running':
        return isCharging && alternator.diode !== 'open' ? 'off' : 'on';
    }
  }

  private drop(segment: Segment): this {
    const current =
      carries(segment, 'charging') && (isSide(segment) || !STARTING_FIRST.has(segment))
        ? 'charging'
        : 'starting';
    const amps =
      current === 'charging'
        ? running(this.truth, 'fast', 'all', this.away()).alternatorAmps
        : cranking(this.truth).amps;
    // Less than that makes no drop that a meter could tell, and is refused.
    if (amps < LEAST_AMPS) return this;
    const ohms = ohmsOf(this.truth, segment);
    const seen = this.amps(amps);
    const volts = Math.max(0, Math.round(1000 * (amps * ohms + this.chance.normal(DROP_VOLTS))) / 1000);
    const drop: Drop = { segment, volts, amps: seen, current };
    const engine = current === 'starting' ? 'cranking' : 'fast';
    this.note('drop_v', { value: volts, segment, amps: seen, engine, loads: null });
    const others = this.evidence.drops.filter((other) => other.segment !== segment);
    this.evidence = { ...this.evidence, drops: [...others, drop] };
    return this;
  }
}

const LEAST_AMPS = 10;
const NET_MINUTES = 4;
/** What both currents go through is read while the engine is cranked: that is the larger one. */
const STARTING_FIRST: ReadonlySet<Segment> = new Set([
  'clamp_plus',
  'clamp_minus',
  'strap',
  'case_block',
  'chassis_cable',
  'start_cable',
  'solenoid',
]);

function ohmsOf({ milliohms }: VehicleTruth, segment: Segment): number {
  const pieces: readonly Piece[] = isSide(segment) ? SIDE_FACTS[segment].pieces : [segment];
  return pieces.reduce((sum, piece) => sum + milliohms[piece], 0) / 1000;
}

/** What the Bench would come to, which is right nearly always. */
function verdictOf({ battery }: VehicleTruth, chance: Chance): Verdict {
  const { shortedCell, health, chargePct } = battery;
  const seen = health + chance.normal(0.045);
  if (shortedCell || seen < 0.65) return 'retire';
  if (chargePct < 72) return 'charge';
  return seen < 0.8 ? 'watch' : 'serve';
}
