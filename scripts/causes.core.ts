/** What the script behind the ranking of causes needs of the core. */

export { nextProbe, openProbes } from '@/core/circuit/next-probe';
export { chancesOf, likeliest } from '@/core/circuit/ranking';
export { SIGNS, seenSigns } from '@/core/circuit/signs';
export { drawVehicle, fullCheck, partialCheck } from '@/core/instruments/check-trial';
export { VehicleHand } from '@/core/physics/vehicle/measure-vehicle';
export { seededChance } from '@/core/quantity/chance';
export { CAUSES } from '@/core/vehicle/cause';
