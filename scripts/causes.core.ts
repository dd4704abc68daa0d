/** What the script behind the ranking of causes needs of the core. */
export { SIGNS, seenSigns } from '@/core/circuit/signs';
export { partialCheck, tryChecks } from '@/core/instruments/check-trial';
export { drawVehicle } from '@/core/physics/vehicle/draw-vehicle';
export { seededChance } from '@/core/quantity/chance';
export { CAUSE_LABELS, CAUSES } from '@/core/vehicle/cause';
