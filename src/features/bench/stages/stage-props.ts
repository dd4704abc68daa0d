import type { BatterySpec } from '@/core/battery/battery';
import type { RunState } from '@/core/procedure/run-sheet';
import type { Problem } from '@/core/quantity/result';
import type { Reading, ReadingData, ReadingKind } from '@/core/steps/reading';
import type { Run } from '../use-run';

/** What every stage gets: where the run stands, and how to capture. */
export interface StageProps {
  readonly run: Run;
  readonly spec: BatterySpec;
  readonly state: RunState;
  readonly nowMs: number;
  /** The reading that is being put right, for a stage to start from. */
  readonly correcting: Reading | null;
  /** Holds the stage while something is being typed; what can be tried out is shown in the ledger as typed. */
  readonly onTyping: (tryOut?: ((capture: Capture) => void) | null) => void;
  readonly capture: Capture;
}

/** Captures a reading; answers what is wrong with it, if anything. */
export type Capture = <K extends ReadingKind>(
  kind: K,
  data: ReadingData<K>,
  /** The one that gave the reading; it is typed where none did. */
  instrument?: string | null,
  /** Stood by although it passes over a clock: forced like a barred step. */
  stoodBy?: boolean,
) => readonly Problem[];
