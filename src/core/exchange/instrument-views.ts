import type { InstrumentFacts } from '../instruments/keyed-instrument';

/** An instrument that speaks for itself, as *Site* shows it. */
export interface InstrumentLine extends InstrumentFacts {
  readonly id: string;
  /** The bench that it stands at; null for every one. */
  readonly deviceId: string | null;
  readonly addedAtMs: number;
  /** Whether it is heard now. */
  readonly isThere: boolean;
}

/** The instruments with keys of their own, and the benches that one can be attached to. */
export interface InstrumentsView {
  readonly instruments: readonly InstrumentLine[];
  readonly devices: readonly { readonly id: string; readonly name: string }[];
}
