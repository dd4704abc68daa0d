/** What the measurements of the charge room's plan need of the core. */
export { runWeek } from '@/core/instruments/room-trial';
export { roomWeek } from '@/core/instruments/room-week';
export { buildPlan } from '@/core/room/build-plan';
export { byDue } from '@/core/room/exact-plan';
export { promisesOf } from '@/core/room/promise';
export { planRoom } from '@/core/room/search-plan';
export { weighMove } from '@/core/room/weigh-move';
