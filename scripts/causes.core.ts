/** What the script behind the ranking of causes needs of the core. */
export { CORE_VERSION } from '@/core/assessment/core-version';
export { SIGNS, seenSigns } from '@/core/circuit/signs';
export { partialCheck, tryCheck } from '@/core/instruments/check-trial';
export { checkTrial } from '@/core/instruments/check-trial-summary';
export { drawVehicle } from '@/core/physics/vehicle/draw-vehicle';
export { seededChance } from '@/core/quantity/chance';
export { CAUSE_LABELS, CAUSES } from '@/core/vehicle/cause';
