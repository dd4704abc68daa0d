import { type Line, numberField, readLine, writeLine } from '@/core/instruments/line';
import type { InstrumentKind } from '@/core/instruments/simulated-instruments';

/** `none`: this bench has no instruments. `lost`: it had, and they are being looked for. */
export type LinkState = 'none' | 'looking' | 'live' | 'lost';

/** An instrument that speaks, as it introduced itself. */
export interface LinkedInstrument {
  readonly name: string;
  readonly kind: InstrumentKind;
  readonly label: string;
  readonly simulated: boolean;
}

/** A moment of a load that is being held. */
export type LoadPoint = readonly [seconds: number, volts: number, amps: number | null];

/** What draws on the battery, and how it stands: the load on the bank, or the starter. */
export interface HoldState {
  readonly by: 'load_bank' | 'starter' | null;
  readonly state: 'idle' | 'holding' | 'done' | 'stopped' | 'collapsed' | 'lost';
  readonly heldSeconds: number;
}

/** What the bench's own time says: how fast it runs, and how far it has come. */
export interface BenchClock {
  readonly speed: number;
  readonly passedSeconds: number;
  readonly sinceLoadSeconds: number | null;
}

const IDLE: HoldState = { by: null, state: 'idle', heldSeconds: 0 };
const ENDS: ReadonlySet<string> = new Set(['done', 'stopped', 'collapsed']);

/**
 * What is known of the bench's instruments at this moment. Lines come in through `take`; whoever shows something
 * subscribes and reads it from here, so that a voltage that comes ten times a second redraws its own numerals only.
 */
export class InstrumentLink {
  /** The whole page runs on the bench’s time, and says so in one place. */
  timeShownElsewhere = false;
  state: LinkState = 'looking';
  instruments: readonly LinkedInstrument[] = [];
  hold: HoldState = IDLE;
  trace: readonly LoadPoint[] = [];
  clock: BenchClock = { speed: 1, passedSeconds: 0, sinceLoadSeconds: null };
  private readonly latest = new Map<string, Line>();
  private readonly states = new Map<string, string>();
  private readonly listeners = new Set<() => void>();
  private lastAmps: number | null = null;

  /** @param send hands a line to the instruments */
  constructor(readonly send: (line: string) => void) {}

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** The instrument of a kind that is there now: a real one before a simulated one. */
  find(kind: InstrumentKind): LinkedInstrument | undefined {
    const ofKind = this.instruments.filter((instrument) => instrument.kind === kind);
    return ofKind.find(({ simulated }) => !simulated) ?? ofKind[0];
  }

  /** The last value that an instrument gave under a name, in a cell where it reads cells; null while there is none. */
  value(kind: InstrumentKind, field: string, cell?: number): number | null {
    const instrument = this.find(kind);
    const line = instrument && this.latest.get(keyOf(instrument.name, cell));
    return line ? numberField(line, field) : null;
  }

  /** The last words under a name, such as what a tester corrected for. */
  word(kind: InstrumentKind, field: string): string | undefined {
    const instrument = this.find(kind);
    return instrument && this.latest.get(instrument.name)?.fields[field];
  }

  /** What an instrument last said of how it stands: a charger on, full, done or off. */
  standing(kind: InstrumentKind): string | undefined {
    const instrument = this.find(kind);
    return instrument && this.states.get(instrument.name);
  }

  /** A simulated bench says that nothing hangs on its clamps; a real one never says so. */
  get clampsAreEmpty(): boolean {
    return this.states.get('bench') === 'empty';
  }

  /** Before a load: what was held before is no longer shown. */
  clearHold(): void {
    this.trace = [];
    this.hold = IDLE;
    this.tell();
  }

  /** The whole link was lost, or came back. */
  setState(state: LinkState): void {
    if (state === this.state) return;
    this.state = state;
    if (state === 'lost') {
      this.instruments = [];
      this.latest.clear();
      this.states.clear();
      if (this.hold.state === 'holding') this.hold = { ...this.hold, state: 'lost' };
    }
    this.tell();
  }

  /** Takes in one line of the instruments; a line that cannot be read is passed over. */
  take(text: string): void {
    const read = readLine(text);
    if (!read.ok) return;
    const line = read.value;
    if (line.verb === 'hello') this.greet(line);
    else if (line.verb === 'bye') this.lose(line.instrument);
    else if (line.verb === 'reading') this.read(line);
    else if (line.verb === 'state') this.change(line);
    this.tell();
  }

  private greet({ instrument, fields }: Line): void {
    const known: LinkedInstrument = {
      name: instrument,
      kind: fields.kind as InstrumentKind,
      label: fields.label ?? instrument,
      simulated: fields.simulated === 'yes',
    };
    this.instruments = [...this.instruments.filter(({ name }) => name !== instrument), known];
    this.state = 'live';
  }

  private lose(name: string): void {
    const lost = this.instruments.find((instrument) => instrument.name === name);
    this.instruments = this.instruments.filter((instrument) => instrument.name !== name);
    this.latest.delete(name);
    this.states.delete(name);
    const needed = lost?.kind === this.hold.by || lost?.kind === 'voltmeter';
    if (needed && this.hold.state === 'holding') {
      const drawing = this.hold.by && this.find(this.hold.by)?.name;
      this.hold = { ...this.hold, state: 'lost' };
      // Whatever is still drawing is told to stop: nobody watches it any more.
      this.send(writeLine('stop', drawing || name));
    }
  }

  private read(line: Line): void {
    this.latest.set(keyOf(line.instrument, numberField(line, 'cell') ?? undefined), line);
    const at = numberField(line, 'at');
    if (at === null || this.hold.state !== 'holding') return;
    if (line.instrument === this.find('clamp')?.name) {
      const amps = numberField(line, 'amps');
      // A load discharges, whichever way round the clamp sits.
      this.lastAmps = amps === null ? null : Math.abs(amps);
    }
    const volts = numberField(line, 'volts');
    if (line.instrument !== this.find('voltmeter')?.name || volts === null) return;
    this.trace = [...this.trace, [at, volts, this.lastAmps ?? this.value('load_bank', 'amps')]];
    this.hold = { ...this.hold, heldSeconds: at };
  }

  private change(line: Line): void {
    const { state } = line.fields;
    if (line.instrument === 'bench' && line.fields.speed !== undefined) {
      this.clock = {
        speed: numberField(line, 'speed') ?? 1,
        passedSeconds: numberField(line, 'passed') ?? 0,
        sinceLoadSeconds: numberField(line, 'since_load'),
      };
    }
    if (state === undefined) return;
    this.states.set(line.instrument, state);
    const by = this.instruments.find(({ name }) => name === line.instrument)?.kind;
    if (by !== 'load_bank' && by !== 'starter') return;
    if (state === 'holding') {
      this.trace = [];
      this.lastAmps = null;
      this.hold = { by, state, heldSeconds: 0 };
    } else if (ENDS.has(state)) {
      const ended = state as HoldState['state'];
      this.hold = { by, state: ended, heldSeconds: numberField(line, 'held') ?? this.hold.heldSeconds };
    }
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

const keyOf = (name: string, cell: number | undefined) => (cell === undefined ? name : `${name} ${cell}`);
