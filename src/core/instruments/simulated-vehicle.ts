import type { DrawnVehicle } from '../physics/vehicle/draw-vehicle';
import { VehicleInstruments } from '../physics/vehicle/vehicle-instruments';
import type { Chance } from '../quantity/chance';
import { type CheckName, isLooked, isMeasured } from '../vehicle/check-reading';
import { SEGMENTS, type Segment } from '../vehicle/path';
import { attachedVehicle } from './attach-vehicle';
import { type Line, readLine, writeLine } from './line';
import { helloOf, SIMULATED_PROBES } from './simulated-instruments';

/** Where the probes are and what is read there. */
interface Held {
  readonly of: CheckName;
  readonly segment: Segment | null;
  readonly fuse: string;
}

/** What is read anew so often, so that a fault that comes and goes is seen to; in beats. */
const LOOKS_EVERY_BEATS = 50;
/** Digits behind the point that a display shows, V or A, and how far the last one flickers. */
const DIGITS = 2;
const FINE_DIGITS = 3;
const FLICKER = 0.4;

/**
 * Probes, clamp and eyes on a simulated vehicle, speaking lines as a simulated bench does: told where they are held, they
 * say at each beat what they show there. They keep time only by `beat`, and chance only by what they were given.
 */
export class SimulatedVehicle {
  private drawn: DrawnVehicle | null = null;
  private held: Held | null = null;
  private shown: Readonly<Record<string, number | string>> = {};
  private beats = 0;

  constructor(private readonly chance: Chance) {}

  /** What the instruments say to whoever listens anew, and whether a vehicle stands before them. */
  hello(): string[] {
    return [...SIMULATED_PROBES.map(helloOf), this.standingLine()];
  }

  /** The truth, for whoever must know it: nobody at the vehicle does. */
  get truth(): DrawnVehicle | null {
    return this.drawn;
  }

  /** Does what a line asks for and answers with lines; what it does not understand it says. */
  command(text: string): string[] {
    const read = readLine(text);
    if (!read.ok)
      return read.problems.map(({ message }) => writeLine('state', 'bench', { problem: message }));
    const line = read.value;
    if (line.verb === 'attach') return this.attach(line);
    if (line.verb === 'set' && line.instrument === 'probes') this.hold(line);
    return [];
  }

  /** Lets one beat pass and answers with what the instruments show at its end. */
  beat(): string[] {
    const { drawn, held } = this;
    if (!drawn || !held) return [];
    if (this.beats++ % LOOKS_EVERY_BEATS === 0) this.look(drawn, held);
    return [writeLine('reading', 'probes', this.flickering())];
  }

  private attach(line: Line): string[] {
    const read = attachedVehicle(line);
    if (!read.ok)
      return read.problems.map(({ message }) => writeLine('state', 'bench', { problem: message }));
    this.drawn = read.value;
    this.beats = 0;
    return [this.standingLine()];
  }

  private standingLine(): string {
    return writeLine('state', 'bench', { state: this.drawn ? 'attached' : 'empty' });
  }

  private hold({ fields }: Line): void {
    const { of = '', segment, fuse = '' } = fields;
    if (!isMeasured(of) && !isLooked(of)) return;
    this.held = { of, segment: SEGMENTS.find((one) => one === segment) ?? null, fuse };
    this.beats = 0;
  }

  private look({ truth }: DrawnVehicle, { of, segment, fuse }: Held): void {
    const instruments = new VehicleInstruments(truth, this.chance);
    if (isLooked(of)) this.shown = { [of]: instruments.looked(of) };
    else if (of === 'drop_v') {
      const drop = segment && instruments.drop(segment);
      this.shown = drop ? { drop_v: drop.volts, amps: drop.amps, segment: drop.segment } : {};
    } else if (of === 'draw_a' && fuse !== '') {
      const [number = '0'] = fuse.match(/\d+/) ?? [];
      this.shown = { draw_a: instruments.drawWithout(Number(number)), fuse };
    } else {
      const celsius = of === 'rest_v' ? { celsius: Math.round(truth.temperatureC) } : {};
      this.shown = { [of]: instruments.measured(of), ...celsius };
    }
  }

  /** The last digit of a display does not stand still. */
  private flickering(): Record<string, number | string> {
    return Object.fromEntries(
      Object.entries(this.shown).map(([name, value]) => {
        if (typeof value === 'string' || name === 'celsius') return [name, value];
        const digits = name === 'draw_a' || name === 'drop_v' || name === 'ripple_v' ? FINE_DIGITS : DIGITS;
        const shown = value + this.chance.normal(FLICKER * 10 ** -digits);
        return [name, Number(shown.toFixed(digits))];
      }),
    );
  }
}
