import { useEffect } from 'react';
import { later } from '@/ui/later';
import { LATER_PARTS } from './later-parts';

/** Stages that come when they are called for, so that the Bench itself opens quickly. Each is imported here only. */
export const LATER_STAGES = {
  complaint: later(() => import('./stages/complaint-stage').then((stage) => stage.ComplaintStage)),
  inspect: later(() => import('./stages/inspect-stage').then((stage) => stage.InspectStage)),
  settle: later(() => import('./stages/settle-stage').then((stage) => stage.SettleStage)),
  vehicle: later(() => import('./stages/vehicle-stage').then((stage) => stage.VehicleStage)),
  clean: later(() => import('./stages/remedy-stages').then((stage) => stage.CleanStage)),
  top_up: later(() => import('./stages/remedy-stages').then((stage) => stage.TopUpStage)),
  hydrometer: later(() => import('./stages/hydrometer-stage').then((stage) => stage.HydrometerStage)),
  charge: later(() => import('./stages/charge-stage').then((stage) => stage.ChargeStage)),
  conductance: later(() => import('./stages/conductance-stage').then((stage) => stage.ConductanceStage)),
  load: later(() => import('./stages/load-stage').then((stage) => stage.LoadStage)),
  recovery: later(() => import('./stages/recovery-stage').then((stage) => stage.RecoveryStage)),
  crank: later(() => import('./stages/crank-stage').then((stage) => stage.CrankStage)),
  three_minute: later(() => import('./stages/three-minute-stage').then((stage) => stage.ThreeMinuteStage)),
  discharge: later(() => import('./stages/discharge-stage').then((stage) => stage.DischargeStage)),
  stand: later(() => import('./stages/stand-stage').then((stage) => stage.StandStage)),
  verdict: later(() => import('./stages/verdict-stage').then((stage) => stage.VerdictStage)),
} as const;

/** Wait before the rest is fetched, so that the step at hand comes first. */
const PAUSE_MS = 300;

/** Fetches the rest of the Bench once it is open, so that every step can be taken while nothing answers. */
export function useLoadAhead(): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      const rest: readonly (() => Promise<unknown>)[] = [
        ...Object.values(LATER_STAGES),
        ...Object.values(LATER_PARTS),
      ];
      for (const load of rest) load().catch(() => undefined);
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, []);
}
