import { CONSTRUCTIONS } from '../battery/construction';
import { DUTIES, DUTY_LABELS, dutyOf } from '../battery/duty';
import { NOMINAL_VOLTS } from '../battery/nominal-volts';
import { FAULT_KINDS, FAULT_LABELS, type FaultKind } from '../physics/faults';
import { MISTAKES, type Mistake } from './hand-habits';
import type { Trial } from './trial';

/** Above this fitness nobody may condemn a unit without a fault, and below that none may go back, watched or not. */
const SOUND_PCT = 70;
const WORN_PCT = 55;
/** A fault of resistance shows once it has taken so much that two methods can tell it from a unit fit to serve. */
const SHOWS_BELOW_PCT = 72;
/** Units about which there is nothing to argue. */
const CLEARLY_GOOD_PCT = 85;
const CLEARLY_BAD_PCT = 55;
/** Shed plates show in the Ah of a charge once so little is left that they can be told from those of a new one. */
const SHED_BELOW_PCT = 60;
/** Spread of the gravities that a hydrometer can tell from its own noise and the limit together. */
const SHOWS_SPREAD = 0.06;

/** What could have shown a fault that the steps taken cannot; null where they can, by themselves. */
export const SHOWN_BY: Readonly<Record<FaultKind, string>> = {
  sulphation: 'load test and conductance, once it has taken enough cranking ability',
  shorted_cell: 'open-circuit voltage',
  soft_short:
    'hydrometer, once the cell has fallen behind; before that a stand of days and a hydrometer after it',
  joint: 'load test; conductance sees half of it',
  open_joint: 'load test',
  corrosion: 'load test and conductance, once it has taken enough cranking ability',
  shedding: 'the Ah of a charge from at most 60 %, or a discharge; else nothing',
  dry_out: 'load test and conductance, once it has taken enough cranking ability',
  stratification: 'hydrometer against open-circuit voltage; an equalising charge mends it',
};

/** Whether the steps that were taken can show the fault of this unit in its verdict. */
export function canShow({ fault, mended, healthPct, capacityPct, capacityTold, ...trial }: Trial): boolean {
  const { taken, cellSpread, spec } = trial;
  // What only takes cranking power shows in no step that a deep-cycle battery is given.
  const cranks = dutyOf(spec) !== 'deep_cycle';
  if (mended) return false;
  switch (fault?.kind) {
    case undefined:
      return false;
    case 'shedding':
      return capacityTold && capacityPct < SHED_BELOW_PCT;
    case 'stratification':
      return taken.has('hydrometer');
    case 'shorted_cell':
      return taken.has('open_circuit');
    case 'soft_short':
      return taken.has('hydrometer') && cellSpread >= SHOWS_SPREAD;
    case 'joint':
    case 'open_joint':
      return cranks && taken.has('load') && healthPct < SHOWS_BELOW_PCT;
    case 'sulphation':
    case 'corrosion':
    case 'dry_out':
      return cranks && (taken.has('load') || taken.has('conductance')) && healthPct < SHOWS_BELOW_PCT;
  }
}

/** How often something happened among those to whom it could. */
export interface Share {
  readonly count: number;
  readonly of: number;
}

/** The verdicts of a trial held against the truth. */
export interface TrialSummary {
  readonly trials: number;
  /** `retire` on a unit without a fault that truly cranks 70 % or more. */
  readonly wronglyCondemned: Share;
  /** `serve` or `watch` on a unit whose fitness lies below 55 %. */
  readonly wronglyReturned: Share;
  /** `serve` on one above that with a fault that the steps taken can show. */
  readonly shownAndServed: Share;
  readonly undecided: Share;
  /** Faults that no step taken could show, and that went back to service. */
  readonly hiddenAndServed: Share;
}

function shareOf<T>(all: readonly T[], hit: (one: T) => boolean): Share {
  return { count: all.filter(hit).length, of: all.length };
}

export function summarise(trials: readonly Trial[]): TrialSummary {
  const fit = trials.filter(({ fault, fitPct }) => !fault && fitPct >= SOUND_PCT);
  const unfit = trials.filter(({ fitPct }) => fitPct < WORN_PCT);
  const showing = trials.filter((trial) => trial.fitPct >= WORN_PCT && canShow(trial));
  const hidden = trials.filter(
    (trial) => trial.fault && !trial.mended && trial.fitPct >= WORN_PCT && !canShow(trial),
  );
  const served = ({ verdict }: Trial) => verdict === 'serve';
  const returned = ({ verdict }: Trial) => verdict === 'serve' || verdict === 'watch';
  return {
    trials: trials.length,
    wronglyCondemned: shareOf(fit, ({ verdict }) => verdict === 'retire'),
    wronglyReturned: shareOf(unfit, returned),
    shownAndServed: shareOf(showing, served),
    undecided: shareOf(trials, ({ verdict }) => verdict === 'undecided'),
    hiddenAndServed: shareOf(hidden, served),
  };
}

/** Of the units without a fault that are truly good, how many are served, and of the truly bad, how many retired. */
export function clearCases(trials: readonly Trial[]): { readonly good: Share; readonly bad: Share } {
  const plain = trials.filter(({ fault }) => !fault);
  return {
    good: shareOf(
      plain.filter(({ fitPct }) => fitPct >= CLEARLY_GOOD_PCT),
      ({ verdict }) => verdict === 'serve',
    ),
    bad: shareOf(
      plain.filter(({ fitPct }) => fitPct < CLEARLY_BAD_PCT),
      ({ verdict }) => verdict === 'retire',
    ),
  };
}

/** A row of a table: what it stands for, and the summary of the trials in it. */
export interface TrialRow {
  readonly name: string;
  readonly summary: TrialSummary;
}

/** What the trials are cut by. */
type Cut = 'construction' | 'temperature' | 'duty' | 'block' | 'hand' | 'fault';

const MISTAKE_LABELS: Readonly<Record<Mistake, string>> = {
  one_jaw: 'a jaw on the lead of the post',
  air: 'the air’s temperature taken for the battery’s',
  rest: 'a night’s rest that was two hours',
  load_low: 'a load a tenth too low, noted as asked',
  load_short: 'a load read at half its time, noted as held',
  float: 'a float read in haste',
};

/** The trials cut by what they are, how they came, who tested them, and what is wrong with them. */
export function tablesOf(trials: readonly Trial[]): Readonly<Record<Cut, TrialRow[]>> {
  const rows = (parts: readonly (readonly [string, (trial: Trial) => boolean])[]) =>
    parts.map(([name, belongs]) => ({ name, summary: summarise(trials.filter(belongs)) }));
  return {
    construction: rows(
      CONSTRUCTIONS.map((name) => [name, ({ spec }: Trial) => spec.construction === name] as const),
    ),
    temperature: rows([
      ['below −5 °C', ({ temperatureC }) => temperatureC < -5],
      ['−5 to 0 °C', ({ temperatureC }) => temperatureC >= -5 && temperatureC < 0],
      ['0 to 15 °C', ({ temperatureC }) => temperatureC >= 0 && temperatureC < 15],
      ['15 to 30 °C', ({ temperatureC }) => temperatureC >= 15 && temperatureC < 30],
      ['30 to 40 °C', ({ temperatureC }) => temperatureC >= 30 && temperatureC < 40],
      ['40 °C and above', ({ temperatureC }) => temperatureC >= 40],
    ]),
    duty: rows(
      DUTIES.map((duty) => [DUTY_LABELS[duty], ({ spec }: Trial) => dutyOf(spec) === duty] as const),
    ),
    block: rows(
      NOMINAL_VOLTS.map((volts) => [`${volts} V`, ({ spec }: Trial) => spec.nominalVolts === volts] as const),
    ),
    hand: rows([
      ['as it should be', ({ mistake }) => mistake === null],
      ...MISTAKES.map((kind) => [MISTAKE_LABELS[kind], ({ mistake }: Trial) => mistake === kind] as const),
    ]),
    fault: rows([
      ['none, only wear', ({ fault }) => fault === null],
      ...FAULT_KINDS.map((kind) => [FAULT_LABELS[kind], ({ fault }: Trial) => fault?.kind === kind] as const),
    ]),
  };
}
