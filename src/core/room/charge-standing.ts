import { ASSUMED_TEMPERATURE_C } from '../assessment/reference';
import type { BatterySpec } from '../battery/battery';
import { type ChargeState, chargeState, voltsToSetNow } from '../charging/charge-log';
import { type ChargeMode, type ChargeTask, modeAskedFor, planCharge } from '../charging/charge-plan';
import type { ChargerChannel } from '../charging/charger';
import { returnedAh } from '../charging/returned';
import type { WorkedRun } from '../procedure/judge-run';
import type { HouseRules } from '../rules/house-rules';
import { MS_PER_MINUTE } from '../steps/clocks';

/** What a charge that waits asks for. */
export type ChargeAsked = Omit<ChargeTask, 'chargerAmps' | 'senses'>;

/** A charge that is on, by its own readings. */
export interface ChargeOn {
  readonly kind: 'on';
  readonly startMs: number;
  readonly plannedMs: number;
  readonly mode: ChargeMode;
  readonly volts: number;
  readonly amps: number;
  readonly hangsOn: ChargerChannel | null;
  /** What was read on it last; null while nothing was. */
  readonly last: {
    readonly atMs: number;
    readonly volts: number;
    readonly amps: number;
    readonly temperatureC: number | null;
  } | null;
  readonly so: ChargeState;
  /** What has gone back so far by what was read, and what the plan returns, Ah; null where the capacity is not known. */
  readonly returnedAh: number;
  readonly returnAh: number | null;
  readonly c20Ah: number | null;
  readonly nominalVolts: number;
}

/** How a run stands towards the charge room: it waits for a channel, is on one, or rests. */
export type ChargeStanding =
  | { readonly kind: 'waiting'; readonly asked: ChargeAsked }
  | ChargeOn
  | { readonly kind: 'resting'; readonly untilMs: number };

/** How a run stands towards the charge room; null where it has nothing to do with it. */
export function chargeStanding(
  spec: BatterySpec,
  { current, evidence, assessment, nextStep }: WorkedRun,
  rules: HouseRules,
): ChargeStanding | null {
  const { charge_start: start, charge } = current.last;
  const { estimates, decidedBy } = assessment;
  const openVolts = evidence.openCircuit?.volts ?? null;
  const asked: ChargeAsked = {
    // What its voltage was before a discharge says nothing of what is in it now.
    chargePct: evidence.discharge?.drained === true ? 0 : (estimates.charge?.pct ?? 0),
    temperatureC: estimates.temperatureC ?? ASSUMED_TEMPERATURE_C,
    mode: modeAskedFor(decidedBy, openVolts, spec.nominalVolts),
    suspectShort: decidedBy === 'shorted_cell',
  };
  if (start) {
    const { mode, volts, amps, hours, charger, channel } = start.data;
    const log = current.all.charge_log;
    const plan = planCharge(spec, { ...asked, mode, chargerAmps: amps, senses: false });
    const last = log.at(-1);
    const limits = plan && { ...plan, absorptionVolts: voltsToSetNow(start, log, spec) };
    return {
      kind: 'on',
      startMs: start.takenAtMs,
      plannedMs: hours * 60 * MS_PER_MINUTE,
      mode,
      volts,
      amps,
      hangsOn: charger === undefined ? null : { charger, channel },
      last: last
        ? {
            atMs: last.takenAtMs,
            volts: last.data.volts,
            amps: last.data.amps,
            temperatureC: last.data.temperatureC,
          }
        : null,
      so: limits ? chargeState(start, log, limits, spec.nominalVolts) : { kind: 'charging' },
      returnedAh: returnedAh(start, log),
      returnAh: plan?.returnAh ?? null,
      c20Ah: plan?.c20Ah ?? null,
      nominalVolts: spec.nominalVolts,
    };
  }
  if (nextStep === 'charge') return { kind: 'waiting', asked };
  const restedMs = charge ? charge.takenAtMs + rules.surface.restMinutes * MS_PER_MINUTE : null;
  const readSince = charge && (current.last.open_circuit?.takenAtMs ?? 0) > charge.takenAtMs;
  return restedMs !== null && !readSince ? { kind: 'resting', untilMs: restedMs } : null;
}
