import { chargeFromOpenCircuit } from '../correction/charge-from-open-circuit';
import { openCircuitVoltsAt25 } from '../correction/open-circuit-temperature';
import { chargeUncertainty } from '../correction/rest';
import { stillCharging, surfaceChargeSuspected } from '../correction/surface-charge';
import { tidy } from '../quantity/tidy';
import type { HouseRules } from '../rules/house-rules';
import { chargeOfCells, judgeCells } from './cells-result';
import type { Evidence } from './evidence';
import { fuse } from './fusion';
import { ASSUMED_TEMPERATURE_C, twelveVolt } from './reference';

/** State of charge, and what it stands on. */
export interface ChargeEstimate {
  readonly pct: number;
  /** Standard uncertainty, percent of charge. */
  readonly sdPct: number;
  /** The open voltage brought to 25 °C and to a 12 V battery; null where only the hydrometer was read. */
  readonly volts25: number | null;
  readonly surfaceSuspected: boolean;
  /** Higher than any battery stands by itself: something still charges it. */
  readonly stillCharging: boolean;
  /** Read past a barred gate. */
  readonly indicative: boolean;
}

/** State of charge from the open-circuit voltage and the hydrometer, by inverse variance; null without either. */
export function estimateCharge(evidence: Evidence, rules: HouseRules): ChargeEstimate | null {
  const byVoltage = chargeByVoltage(evidence, rules);
  const byGravity = chargeOfCells(evidence, judgeCells(evidence, rules));
  const fused = byVoltage && byGravity ? fuse([byVoltage, byGravity]) : (byVoltage ?? byGravity);
  if (!fused) return null;
  return {
    pct: tidy(fused.pct),
    sdPct: fused.sdPct,
    volts25: byVoltage?.volts25 ?? null,
    surfaceSuspected: byVoltage?.surfaceSuspected ?? false,
    stillCharging: byVoltage?.stillCharging ?? false,
    indicative: byVoltage?.indicative ?? evidence.hydrometer?.forced ?? false,
  };
}

function chargeByVoltage(
  evidence: Evidence,
  rules: HouseRules,
): (ChargeEstimate & { readonly volts25: number }) | null {
  const reading = evidence.openCircuit;
  if (!reading) return null;
  const { construction, nominalVolts } = evidence.battery;
  const temperatureC = reading.temperatureC ?? ASSUMED_TEMPERATURE_C;
  const volts25 = tidy(openCircuitVoltsAt25(twelveVolt(reading.volts, nominalVolts), temperatureC));
  // A house that wants rest and nothing else does not take a load for it.
  const surfaceRemoved = rules.surface.removalCounts ? reading.surfaceRemoved : null;
  const rest = { minutes: reading.restMinutes, surfaceRemoved };
  const surfaceSuspected = surfaceChargeSuspected(volts25, rest, {
    restMinutes: rules.surface.restMinutes,
    ceilingVolts25: rules.surface.ceilingVolts25[construction],
  });
  return {
    pct: chargeFromOpenCircuit(volts25, construction),
    sdPct: chargeUncertainty(rest, surfaceSuspected),
    volts25,
    surfaceSuspected,
    stillCharging: stillCharging(volts25),
    indicative: reading.forced,
  };
}
