import type { Verdict } from '../../assessment/verdict';
import { type CheckEvidence, type CircuitSpec, nothingRead } from '../../circuit/check-evidence';
import type { GatheredReading } from '../../circuit/gather-check';
import type { Chance } from '../../quantity/chance';
import { type CheckName, checkFacts, isMeasured } from '../../vehicle/check-reading';
import type { Segment } from '../../vehicle/path';
import type { DrawnVehicle } from './draw-vehicle';
import { VehicleInstruments } from './vehicle-instruments';
import type { VehicleTruth } from './vehicle-truth';

/** What is known of a simulated vehicle before anybody has read anything. */
export function circuitOf({ truth, ratingKnown }: DrawnVehicle): CircuitSpec {
  const { engine, systemVolts, regulator, alternator, battery } = truth;
  return {
    engine,
    systemVolts,
    regulator,
    ownVolts: null,
    rcMinutes: null,
    alternatorAmps: ratingKnown ? alternator.ratedAmps : null,
    construction: battery.construction,
  };
}

/** Reads a simulated vehicle with instruments that err: one reading after another, each as it is asked for. */
export class VehicleHand {
  private readonly truth: VehicleTruth;
  private readonly instruments: VehicleInstruments;
  /** Everything that was read, in its order. */
  readonly readings: GatheredReading[] = [];
  evidence: CheckEvidence;

  constructor(
    drawn: DrawnVehicle,
    private readonly chance: Chance,
  ) {
    this.truth = drawn.truth;
    this.instruments = new VehicleInstruments(drawn.truth, chance);
    const temperatureC = Math.round(drawn.truth.temperatureC);
    this.evidence = { ...nothingRead(circuitOf(drawn)), temperatureC };
  }

  /** Takes one reading; of drops the one of this segment. */
  read(name: CheckName, segment: Segment | null = null): this {
    if (name === 'drop_v') return segment ? this.drop(segment) : this;
    const [value, state] = isMeasured(name)
      ? [this.instruments.measured(name), null]
      : [null, this.instruments.looked(name)];
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
    this.evidence = { ...this.evidence, batteryVerdict: benchVerdict(this.truth, this.chance) };
    return this;
  }

  private note(of: CheckName, over: Partial<GatheredReading>): void {
    const { engine, loads } = checkFacts(of);
    this.readings.push({
      of,
      value: null,
      state: null,
      segment: null,
      amps: null,
      engine: engine[0] ?? null,
      loads: loads[0] ?? null,
      minutes: of === 'net_a' ? NET_MINUTES : null,
      temperatureC: of === 'rest_v' ? this.evidence.temperatureC : null,
      ...over,
    });
  }

  private drop(segment: Segment): this {
    const drop = this.instruments.drop(segment);
    if (!drop) return this;
    const engine = drop.current === 'starting' ? 'cranking' : 'fast';
    this.note('drop_v', { value: drop.volts, segment, amps: drop.amps, engine, loads: null });
    const others = this.evidence.drops.filter((other) => other.segment !== segment);
    this.evidence = { ...this.evidence, drops: [...others, drop] };
    return this;
  }
}

const NET_MINUTES = 4;

/** What the Bench would come to, which is right nearly always. */
export function benchVerdict({ battery }: VehicleTruth, chance: Chance): Verdict {
  const { shortedCell, health, chargePct } = battery;
  const seen = health + chance.normal(0.045);
  if (shortedCell || seen < 0.65) return 'retire';
  if (chargePct < 72) return 'charge';
  return seen < 0.8 ? 'watch' : 'serve';
}
