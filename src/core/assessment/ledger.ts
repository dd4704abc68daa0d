import type { HouseRules } from '../rules/house-rules';
import type { Assessment } from './assess';
import type { Evidence } from './evidence';
import { dischargeEntry } from './ledger-capacity';
import { cellsEntry, chargesEntry, inspectionEntry, openCircuitEntry } from './ledger-charge';
import type { LedgerEntry } from './ledger-entry';
import {
  conductanceEntry,
  crankEntry,
  healthEntry,
  loadEntry,
  recoveryEntry,
  threeMinuteEntry,
} from './ledger-power';
import { slotEntry, standEntry, vehicleEntries } from './ledger-surroundings';

/** The evidence behind an assessment, in working order, each with its corrections and the numbers put in. */
export function ledgerOf(evidence: Evidence, assessment: Assessment, rules: HouseRules): LedgerEntry[] {
  return [
    slotEntry(evidence),
    inspectionEntry(evidence),
    ...vehicleEntries(evidence, assessment),
    chargesEntry(evidence, assessment),
    openCircuitEntry(evidence, assessment),
    cellsEntry(evidence, assessment, rules),
    conductanceEntry(evidence, assessment),
    loadEntry(evidence, assessment, rules),
    recoveryEntry(evidence, assessment, rules),
    crankEntry(evidence, assessment, rules),
    threeMinuteEntry(evidence, assessment),
    standEntry(evidence, assessment, rules),
    dischargeEntry(evidence, assessment),
    healthEntry(assessment),
  ].filter((entry) => entry !== null);
}
