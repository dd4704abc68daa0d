import type { Drop } from '../../circuit/check-evidence';
import type { Chance } from '../../quantity/chance';
import type { LookedName, MeasuredName } from '../../vehicle/check-reading';
import { carries, isSide, type Piece, type Segment, SIDE_FACTS } from '../../vehicle/path';
import { cranking } from './cranking';
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

/** Meter, clamp and eyes on a simulated vehicle: each look errs anew, and a fault that comes and goes may just be away. */
export class VehicleInstruments {
  constructor(
    private readonly truth: VehicleTruth,
    private readonly chance: Chance,
  ) {}

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

  /** What the starter takes, A of the vehicle’s own system. */
  private crankAmps(): number {
    return (cranking(this.truth).amps * 12) / this.truth.systemVolts;
  }

  measured(name: Exclude<MeasuredName, 'drop_v'>): number {
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
        return Math.max(1, this.amps(this.crankAmps()));
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

  looked(name: LookedName): string {
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

  /** The drop of a segment at the current that flows through it; null where hardly any does. */
  drop(segment: Segment): Drop | null {
    const current =
      carries(segment, 'charging') && (isSide(segment) || !STARTING_FIRST.has(segment))
        ? 'charging'
        : 'starting';
    const amps =
      current === 'charging'
        ? running(this.truth, 'fast', 'all', this.away()).alternatorAmps
        : this.crankAmps();
    // Less than that makes no drop that a meter could tell, and is refused.
    if (amps < LEAST_AMPS) return null;
    const ohms = ohmsOf(this.truth, segment);
    const seen = this.amps(amps);
    const volts = Math.max(0, Math.round(1000 * (amps * ohms + this.chance.normal(DROP_VOLTS))) / 1000);
    return { segment, volts, amps: seen, current };
  }

  /** What is left of the draw with one fuse pulled: all of it, unless the circuit that stays awake hangs on that one. */
  drawWithout(fuse: number): number {
    const { drawAmps } = this.truth.loads;
    const isBehind = this.truth.alternator.diode !== 'leaking' && fuse === this.awakeFuse;
    const left = isBehind ? Math.min(drawAmps, ASLEEP_AMPS) : drawAmps;
    return Math.max(0, Math.round(1000 * (left + this.chance.normal(DRAW_AMPS))) / 1000);
  }

  /** The number of the fuse that the circuit hangs on which stays awake, of those in the box. */
  get awakeFuse(): number {
    return 1 + (Math.round(1e6 * this.truth.loads.drawAmps) % FUSES_IN_BOX);
  }
}

/** Fuses in the box of a simulated vehicle, by number, and what modules take that are asleep, A. */
export const FUSES_IN_BOX = 12;
const ASLEEP_AMPS = 0.02;

const LEAST_AMPS = 10;
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
