/** What the accuracy script needs of the core. */
export { CORE_VERSION } from '@/core/assessment/core-version';
export { AS_ASKED, THOROUGH } from '@/core/instruments/hand-habits';
export { REMEMBERED, TIDY, tryOne } from '@/core/instruments/trial';
export { calibrationsOf } from '@/core/instruments/trial-calibration';
export { clearCases, SHOWN_BY, summarise, tablesOf } from '@/core/instruments/trial-summary';
export { FAULT_LABELS } from '@/core/physics/faults';
export { seededChance } from '@/core/quantity/chance';
export { STANDARD_RULES } from '@/core/rules/standard-rules';
