import { GRAVITY_PER_KELVIN } from '../correction/gravity';
import { OPEN_CIRCUIT_VOLTS_PER_KELVIN } from '../correction/open-circuit-temperature';
import { formatMinutes, formatQuantity } from '../quantity/format';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import type { Assessment } from './assess';
import type { Evidence } from './evidence';
import { returnedLines } from './ledger-capacity';
import { type LedgerEntry, percent, perKelvin, temperature, volts, type WorkingLine } from './ledger-entry';
import { ASSUMED_TEMPERATURE_C, ownVolt } from './reference';

const INSPECTION_WORDS: Readonly<Record<string, string>> = {
  none: 'no smell',
  rotten_egg: 'smells of rotten eggs',
  exposed: 'plates bare',
  sealed: 'sealed',
};

export function inspectionEntry({ inspection }: Evidence): LedgerEntry | null {
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

export function chargesEntry(evidence: Evidence, { estimates }: Assessment): LedgerEntry | null {
  const { chargesGiven, returned } = evidence;
  if (chargesGiven === 0) return null;
  const given = chargesGiven === 1 ? 'one full charge given' : `${chargesGiven} full charges given`;
  const took = returned ? `, ${formatQuantity(returned.ampHours, 'Ah')} returned` : '';
  const from = returned?.fromPct == null ? '' : ` from ${percent(returned.fromPct)}`;
  return {
    step: 'charge',
    reading: `${given}${took}${from}`,
    working: returnedLines(evidence, estimates.capacity),
    standing: null,
  };
}

export function openCircuitEntry(evidence: Evidence, { estimates }: Assessment): LedgerEntry | null {
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
        how: `${openCircuit.volts.toFixed(2)} ${perKelvin(coefficient, 25 - celsius)}`,
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

export function cellsEntry(
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
      : `mean ${perKelvin(GRAVITY_PER_KELVIN, celsius - 25)}`;
    working.push({ what: 'gravity at 25 °C', how, value: cells.gravity25.toFixed(3) });
  }
  return {
    step: 'hydrometer',
    reading: read.map((value) => value.toFixed(decimals)).join(', '),
    working,
    standing: cells.forced ? 'indicative: forced' : null,
  };
}
