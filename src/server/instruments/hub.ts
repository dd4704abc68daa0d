import 'server-only';
import { helloOfKeyed, type InstrumentFacts, ownLine } from '@/core/instruments/keyed-instrument';
import { writeLine } from '@/core/instruments/line';

/** An instrument that is there: what it is, at which bench, and how a line is handed to it. */
export interface Speaker extends InstrumentFacts {
  readonly id: string;
  /** The enrolled device that it stands at; null for every one. */
  readonly deviceId: string | null;
  readonly hand: (line: string) => void;
  /** Ends its link: its key was ended, or it has come again from elsewhere. */
  readonly close: () => void;
}

/** A bench that listens. */
interface Listener {
  readonly deviceId: string | null;
  readonly take: (line: string) => void;
}

const hears = (listener: Listener, { deviceId }: Pick<Speaker, 'deviceId'>) =>
  deviceId === null || deviceId === listener.deviceId;

/** Passes on what the shop's own instruments say to the benches that they stand at, and what they are asked for to them. */
export class InstrumentHub {
  private readonly speakers = new Map<string, Speaker>();
  private readonly listeners = new Set<Listener>();

  /** An instrument is there. One with the same key that is there already has to go. */
  join(speaker: Speaker): void {
    this.leave(speaker.id);
    this.speakers.set(speaker.id, speaker);
    this.tell(speaker, helloOfKeyed(speaker));
  }

  /** An instrument is gone; where `speaker` is given, only if it is still that one. */
  leave(id: string, speaker?: Speaker): void {
    const known = this.speakers.get(id);
    // By its link: one that was moved to another bench is still the same.
    if (!known || (speaker && known.hand !== speaker.hand)) return;
    this.speakers.delete(id);
    this.tell(known, writeLine('bye', known.name));
    known.close();
  }

  /** It is moved to another bench: gone at the one, there at the other. */
  move(id: string, deviceId: string | null): void {
    const known = this.speakers.get(id);
    if (!known) return;
    this.tell(known, writeLine('bye', known.name));
    const moved = { ...known, deviceId };
    this.speakers.set(id, moved);
    this.tell(moved, helloOfKeyed(moved));
  }

  /** What an instrument says, under its own name; answers how many of its lines were readings or states. */
  say(id: string, lines: readonly string[]): number {
    const speaker = this.speakers.get(id);
    if (!speaker) return 0;
    const own = lines.map((line) => ownLine(speaker.name, line)).filter((line) => line !== null);
    for (const line of own) this.tell(speaker, line);
    return own.length;
  }

  /** Lets a bench listen, beginning with which instruments are there; until the answer is called. */
  listen(deviceId: string | null, take: (line: string) => void): () => void {
    const listener = { deviceId, take };
    this.listeners.add(listener);
    for (const speaker of this.speakers.values()) if (hears(listener, speaker)) take(helloOfKeyed(speaker));
    return () => this.listeners.delete(listener);
  }

  /** The instrument of a name at a bench, to hand a line to. */
  at(deviceId: string | null, name: string): Speaker | undefined {
    const listener = { deviceId, take: () => undefined };
    return [...this.speakers.values()].find((one) => one.name === name && hears(listener, one));
  }

  /** Which instruments are there now. */
  get present(): ReadonlySet<string> {
    return new Set(this.speakers.keys());
  }

  private tell(speaker: Speaker, line: string): void {
    for (const listener of this.listeners) if (hears(listener, speaker)) listener.take(line);
  }
}

// One for the process: several bundles of the server share it.
const shared = globalThis as typeof globalThis & { integraInstruments?: InstrumentHub };

/** The hub of this server. */
export function instrumentHub(): InstrumentHub {
  shared.integraInstruments ??= new InstrumentHub();
  return shared.integraInstruments;
}
