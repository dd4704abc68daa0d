import { useEffect } from 'react';
import { LATER_PARTS } from './later-parts';

/** Stages that come when they are called for, so that the Bench itself opens quickly. Each is imported here only. */
export const LATER_STAGES = {
  complaint: () => import('./stages/complaint-stage').then((stage) => stage.ComplaintStage),
  inspect: () => import('./stages/inspect-stage').then((stage) => stage.InspectStage),
  settle: () => import('./stages/settle-stage').then((stage) => stage.SettleStage),
  vehicle: () => import('./stages/vehicle-stage').then((stage) => stage.VehicleStage),
  clean: () => import('./stages/remedy-stages').then((stage) => stage.CleanStage),
  top_up: () => import('./stages/remedy-stages').then((stage) => stage.TopUpStage),
  hydrometer: () => import('./stages/hydrometer-stage').then((stage) => stage.HydrometerStage),
  charge: () => import('./stages/charge-stage').then((stage) => stage.ChargeStage),
  conductance: () => import('./stages/conductance-stage').then((stage) => stage.ConductanceStage),
  load: () => import('./stages/load-stage').then((stage) => stage.LoadStage),
  recovery: () => import('./stages/recovery-stage').then((stage) => stage.RecoveryStage),
  crank: () => import('./stages/crank-stage').then((stage) => stage.CrankStage),
  three_minute: () => import('./stages/three-minute-stage').then((stage) => stage.ThreeMinuteStage),
  discharge: () => import('./stages/discharge-stage').then((stage) => stage.DischargeStage),
  stand: () => import('./stages/stand-stage').then((stage) => stage.StandStage),
  verdict: () => import('./stages/verdict-stage').then((stage) => stage.VerdictStage),
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
