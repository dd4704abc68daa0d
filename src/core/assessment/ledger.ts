import { crankingRating } from '../battery/cranking-rating';
import { STANDARD_FACTS } from '../battery/rating-standard';
import { HEALTH_AT_LIMIT_PCT } from '../correction/health-from-load';
import { OPEN_CIRCUIT_VOLTS_PER_KELVIN } from '../correction/open-circuit-temperature';
import { formatMinutes, formatQuantity } from '../quantity/format';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { Assessment } from './assess';
import type { Evidence } from './evidence';
import { ASSUMED_TEMPERATURE_C, ownVolt } from './reference';
import type { StepId } from './step-id';

/** One line of working: what was computed, how, and what came out. */
export interface WorkingLine {
  readonly what: string;
  readonly how: string;
  readonly value: string;
}

/** One piece of evidence behind an assessment. */
export interface LedgerEntry {
  readonly step: StepId;
  /** What was read, as read. */
  readonly reading: string;
  readonly working: readonly WorkingLine[];
  /** How far it counts, where that is not in full. */
  readonly standing: string | null;
}

const volts = (value: number, decimals = 2) => formatQuantity(value, 'V', { decimals });
const signedTerm = (value: number) => `${value < 0 ? '−' : '+'} ${Math.abs(value).toFixed(1)}`;
const percent = (value: number) => formatQuantity(value, '%');
const temperature = (celsius: number | null) =>
  celsius === null
    ? `${formatQuantity(ASSUMED_TEMPERATURE_C, '°C', { decimals: 0 })} assumed`
    : formatQuantity(celsius, '°C');

/** The evidence behind an assessment, in working order, each with its corrections and the numbers put in. */
export function ledgerOf(evidence: Evidence, assessment: Assessment, rules: HouseRules): LedgerEntry[] {
  return [
    inspectionEntry(evidence),
    chargesEntry(evidence),
    openCircuitEntry(evidence, assessment),
    cellsEntry(evidence, assessment, rules),
    conductanceEntry(evidence, assessment),
    loadEntry(evidence, assessment),
    recoveryEntry(evidence, rules),
    threeMinuteEntry(evidence, assessment),
    crankEntry(assessment),
  ].filter((entry) => entry !== null);
}

const INSPECTION_WORDS: Readonly<Record<string, string>> = {
  none: 'no smell',
  rotten_egg: 'smells of rotten eggs',
  exposed: 'plates bare',
  sealed: 'sealed',
};

function inspectionEntry({ inspection }: Evidence): LedgerEntry | null {
  if (!inspection) return null;
  const points = [
    ['case', inspection.case],
    ['terminals', inspection.terminals],
    ['level', inspection.level],
    ['smell', inspection.smell],
  ] as const;
  const reading = points
    .filter(([, state]) => state !== null)
    .map(([point, state]) =>
      point === 'smell'
        ? INSPECTION_WORDS[state ?? '']
        : `${point} ${INSPECTION_WORDS[state ?? ''] ?? state}`,
    )
    .join(', ');
  return reading === '' ? null : { step: 'inspect', reading, working: [], standing: null };
}

function chargesEntry({ chargesGiven }: Evidence): LedgerEntry | null {
  if (chargesGiven === 0) return null;
  const reading = chargesGiven === 1 ? 'one full charge given' : `${chargesGiven} full charges given`;
  return { step: 'charge', reading, working: [], standing: null };
}

function openCircuitEntry(evidence: Evidence, { estimates }: Assessment): LedgerEntry | null {
  const { openCircuit, battery } = evidence;
  const { charge } = estimates;
  if (!openCircuit || charge?.volts25 == null) return null;
  const { nominalVolts } = battery;
  const celsius = openCircuit.temperatureC ?? ASSUMED_TEMPERATURE_C;
  const coefficient = tidy(ownVolt(OPEN_CIRCUIT_VOLTS_PER_KELVIN, nominalVolts));
  const rest =
    openCircuit.restMinutes === null ? 'rest unknown' : `rested ${formatMinutes(openCircuit.restMinutes)}`;
  const removed = openCircuit.surfaceRemoved ? ', surface charge removed' : '';
  return {
    step: 'open_circuit',
    reading: `${volts(openCircuit.volts)} at ${temperature(openCircuit.temperatureC)}, ${rest}${removed}`,
    working: [
      {
        what: 'brought to 25 °C',
        how: `${openCircuit.volts.toFixed(2)} + ${coefficient} × (25 ${signedTerm(-celsius)})`,
        value: volts(ownVolt(charge.volts25, nominalVolts), 3),
      },
      {
        what: 'charge',
        how: evidence.hydrometer
          ? `${battery.construction} curve, with the hydrometer`
          : `${battery.construction} curve`,
        value: `${percent(charge.pct)} ± ${percent(charge.sdPct)}`,
      },
    ],
    standing: charge.indicative
      ? 'indicative: forced'
      : charge.surfaceSuspected
        ? 'reads high: surface charge'
        : null,
  };
}

function loadEntry(evidence: Evidence, { estimates }: Assessment): LedgerEntry | null {
  const { load, task } = estimates;
  if (!evidence.load || !load || !task) return null;
  const { amps, seconds, volts: read } = evidence.load;
  const working: WorkingLine[] = [loadToSetLine(evidence, task.setAmps)];
  if (load.scaled && load.standing !== 'unusable') {
    working.push({
      what: 'at the rated load and time',
      how: `from ${formatQuantity(amps, 'A')} for ${formatQuantity(seconds, 's')}`,
      value: volts(load.volts),
    });
  }
  working.push({
    what: 'limit',
    how: `table at ${temperature(task.temperatureAssumed ? null : task.temperatureC)}`,
    value: volts(task.limitVolts),
  });
  working.push({
    what: 'margin',
    how: `${load.volts.toFixed(2)} − ${task.limitVolts.toFixed(2)}`,
    value: formatQuantity(load.marginVolts, 'V', { signed: true }),
  });
  if (load.healthPct !== null) {
    working.push({
      what: 'health',
      how: `${HEALTH_AT_LIMIT_PCT} % × resistance at the limit ÷ resistance read, at ${percent(estimates.charge?.pct ?? 0)} charge`,
      value: `${percent(load.healthPct)} ± ${percent(load.healthSdPct)}`,
    });
  }
  return {
    step: 'load',
    reading: `${volts(read)} after ${formatQuantity(seconds, 's')} at ${formatQuantity(amps, 'A')}`,
    working,
    standing: STANDING_WORDS[load.standing],
  };
}

const STANDING_WORDS = {
  counts: null,
  pass_only: 'below the gate: a pass counts, a fail does not',
  indicative: 'indicative: never retires a battery',
  unusable: 'not usable',
} as const;

function loadToSetLine({ battery }: Evidence, setAmps: number): WorkingLine {
  const rating = crankingRating(battery);
  const value = formatQuantity(setAmps, 'A');
  if (!rating || rating.basis === 'capacity') return { what: 'load to set', how: '3 × C20', value };
  const { printed, saeAmps } = rating;
  const converted =
    printed && rating.basis === 'converted'
      ? `${printed.amps} A ${printed.standard} ÷ ${STANDARD_FACTS[printed.standard].timesSae} = ${saeAmps.toFixed(0)} A SAE; half`
      : `half of ${saeAmps.toFixed(0)} A`;
  return { what: 'load to set', how: converted, value };
}

function recoveryEntry({ recovery, battery }: Evidence, rules: HouseRules): LedgerEntry | null {
  if (!recovery) return null;
  const limit = ownVolt(rules.recovery.volts, battery.nominalVolts);
  return {
    step: 'recovery',
    reading: `${volts(recovery.volts)}, ${formatMinutes(recovery.minutes)} after the load`,
    working: [{ what: 'held against', how: 'recovery voltage', value: volts(limit) }],
    standing: recovery.forced ? 'indicative: forced' : null,
  };
}

function cellsEntry(
  { hydrometer, cellVolts }: Evidence,
  { estimates }: Assessment,
  rules: HouseRules,
): LedgerEntry | null {
  const { cells } = estimates;
  if (!cells) return null;
  const decimals = cells.source === 'hydrometer' ? 3 : 2;
  const read = hydrometer?.gravities ?? cellVolts?.volts ?? [];
  const working: WorkingLine[] = [
    {
      what: 'spread, highest minus lowest',
      how: `even to ${rules.cells.evenSpread}, faulty from ${rules.cells.faultySpread}`,
      value: cells.spread.toFixed(decimals),
    },
  ];
  if (hydrometer && cells.gravity25 !== null) {
    const celsius = hydrometer.temperatureC ?? ASSUMED_TEMPERATURE_C;
    const how = hydrometer.compensated
      ? 'compensated hydrometer'
      : `mean + 0.0007 × (${celsius.toFixed(1)} − 25)`;
    working.push({ what: 'gravity at 25 °C', how, value: cells.gravity25.toFixed(3) });
  }
  return {
    step: 'hydrometer',
    reading: read.map((value) => value.toFixed(decimals)).join(', '),
    working,
    standing: cells.forced ? 'indicative: forced' : null,
  };
}

function conductanceEntry({ conductance, battery }: Evidence, { estimates }: Assessment): LedgerEntry | null {
  const result = estimates.conductance;
  const rating = crankingRating(battery);
  if (!conductance || !result || !rating) return null;
  const corrected = { none: 'nothing', temp: 'temperature', both: 'temperature and charge' }[
    conductance.compensated
  ];
  return {
    step: 'conductance',
    reading: `${conductance.value} ${conductance.unit === 'mohm' ? 'mΩ' : conductance.unit}, tester corrected for ${corrected}`,
    working: [
      {
        what: 'cranking current, SAE',
        how: 'at 25 °C and full charge',
        value: formatQuantity(result.saeAmps, 'A'),
      },
      {
        what: 'health',
        how: `${result.saeAmps.toFixed(0)} ÷ ${rating.saeAmps.toFixed(0)}`,
        value: `${percent(result.healthPct)} ± ${percent(result.healthSdPct)}`,
      },
    ],
    standing: result.conclusive ? null : 'not conclusive here',
  };
}

function threeMinuteEntry({ threeMinute }: Evidence, { estimates }: Assessment): LedgerEntry | null {
  const result = estimates.threeMinute;
  if (!threeMinute || !result) return null;
  return {
    step: 'three_minute',
    reading: `${volts(threeMinute.volts)} after 3 min at ${formatQuantity(threeMinute.amps, 'A')}`,
    working: [
      { what: 'held against', how: 'highest voltage of sound plates', value: volts(result.limitVolts) },
    ],
    standing: result.usable ? null : 'not usable: flooded types only, warm, 25 A at least',
  };
}

function crankEntry({ estimates }: Assessment): LedgerEntry | null {
  const { crank } = estimates;
  if (!crank) return null;
  return {
    step: 'load',
    reading: `cranking: ${volts(crank.volts)}, lowest sustained`,
    working: [{ what: 'held against', how: 'the load table', value: volts(crank.limitVolts) }],
    standing: crank.indicative ? 'indicative: charge low or unknown' : null,
  };
}
