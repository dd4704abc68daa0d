/** What the measurements of the physical model need of the core. */
export { secondOpinion } from '@/core/opinion/second-opinion';
export { drawUnseen } from '@/core/opinion/unseen';
export { restedState } from '@/core/physics/battery-state';
export { dischargeCourse } from '@/core/physics/discharge';
export { modelOf, newUnit } from '@/core/physics/physical-battery';
export { seededChance } from '@/core/quantity/chance';
export { thinTrace } from '@/core/steps/load/thin-trace';
