import type { Assessment } from '../assessment/assess';
import { dangerTitle } from '../assessment/danger-words';
import { decimalsApart, formatQuantity } from '../quantity/format';
import type { HouseRules } from '../rules/house-rules';
import { chargeDueMs, dischargeDueMs, settleEndsAtMs } from './clocks';
import type { CurrentReadings } from './current-readings';

/** A condition that must hold before a step's result means anything. */
export type Gate =
  | { readonly open: true }
  | {
      readonly open: false;
      /** In a few words, for the run sheet: "charge first: 48 %, needs 65 %". */
      readonly reason: string;
      /** Whether a technician may go past it; the result is then indicative. Never where someone could be hurt. */
      readonly forceable: boolean;
      /** When a clock opens it, ms UTC; null where no clock does. */
      readonly opensAtMs: number | null;
    };

/** How a run stands when a gate is looked at. */
export interface AtTheGate {
  readonly current: CurrentReadings;
  readonly assessment: Assessment;
  readonly rules: HouseRules;
  readonly nowMs: number;
}

export const OPEN: Gate = { open: true };
export const barred = (reason: string, forceable = true, opensAtMs: number | null = null): Gate => ({
  open: false,
  reason,
  forceable,
  opensAtMs,
});

/** The first of some gates that is not open; open where all are. */
export function firstBarred(...gates: readonly Gate[]): Gate {
  return gates.find(({ open }) => !open) ?? OPEN;
}

/** Unsafe to handle: everything stops, and nobody can force it. */
export function safetyGate({ current, assessment: { verdict, decidedBy }, nowMs }: AtTheGate): Gate {
  if (!current.last.inspection) return barred('inspect first', false);
  if (verdict !== 'quarantine') return coolGate({ current, nowMs });
  return barred(`unsafe: ${(dangerTitle(decidedBy) ?? 'quarantine').toLowerCase()}`, false);
}

/** Nobody is sent near a battery that was too hot before its hour is over. */
function coolGate({ current: { last }, nowMs }: Pick<AtTheGate, 'current' | 'nowMs'>): Gate {
  const { settle } = last;
  if (settle?.data.method !== 'cool') return OPEN;
  const endsAtMs = settleEndsAtMs(settle);
  return nowMs < endsAtMs ? barred('cooling', false, endsAtMs) : OPEN;
}

/** Frozen, seen or computed. */
export function isFrozen({ decidedBy }: Assessment): boolean {
  return decidedBy === 'case_frozen' || decidedBy === 'frozen_likely';
}

/** Too hot to be near. */
export function isHot({ decidedBy }: Assessment): boolean {
  return decidedBy === 'too_hot';
}

/** Put to thaw, and not looked at since. */
export function isThawing({ last: { settle, inspection } }: CurrentReadings): boolean {
  return settle?.data.method === 'thaw' && !!inspection && inspection.takenAtMs <= settle.takenAtMs;
}

/** A frozen battery that thaws is looked at again once it has. */
export function thawGate({ current, nowMs }: AtTheGate): Gate {
  const { settle } = current.last;
  const endsAtMs = settle && isThawing(current) ? settleEndsAtMs(settle) : 0;
  return nowMs < endsAtMs ? barred('thawing indoors', true, endsAtMs) : OPEN;
}

/** What is on charge shows the charger's voltage, not its own. */
export function chargerGate({ current }: AtTheGate): Gate {
  const on = current.last.charge_start;
  return on ? barred('on charge: take it off first', true, chargeDueMs(on)) : OPEN;
}

/** What is being discharged shows what is left under that current. */
export function dischargerGate({ current }: AtTheGate): Gate {
  const on = current.last.discharge_start;
  return on ? barred('being discharged: end that first', true, dischargeDueMs(on)) : OPEN;
}

/** Nothing charges it and nothing draws on it. */
export function aloneGate(at: AtTheGate): Gate {
  return firstBarred(chargerGate(at), dischargerGate(at));
}

/** Safe, and nothing on the outside that would be measured in its place. */
export function handlingGate(at: AtTheGate): Gate {
  const safety = safetyGate(at);
  if (!safety.open) return safety;
  const { next } = at.assessment;
  if (next === 'clean') return barred('clean terminals first');
  return next === 'top_up' ? barred('top up and charge first') : OPEN;
}

/** A discharge empties it, whatever its voltage was before. */
export function isEmptied({ last: { discharge, open_circuit: open } }: CurrentReadings): boolean {
  return discharge !== undefined && open !== undefined && open.takenAtMs < discharge.takenAtMs;
}

/** A test that means nothing on a battery that is emptier than this, %. */
export function chargedGate({ current, assessment: { estimates } }: AtTheGate, leastPct: number): Gate {
  const { charge } = estimates;
  if (isEmptied(current)) return barred('emptied by its discharge: charge first');
  if (!charge) return barred('open-circuit voltage first');
  if (charge.pct >= leastPct) return OPEN;
  const decimals = decimalsApart(charge.pct, leastPct, '%');
  const [read, needed] = [charge.pct, leastPct].map((value) => formatQuantity(value, '%', { decimals }));
  return barred(`charge first: ${read}, needs ${needed}`);
}

/** A surface charge holds up the voltage under load too. */
export function surfaceGate({ assessment: { estimates } }: AtTheGate): Gate {
  return estimates.charge?.surfaceSuspected ? barred('surface charge: settle first') : OPEN;
}

/** A test that means nothing on a battery that is colder than this, °C. */
export function warmGate({ assessment: { estimates } }: AtTheGate, lowestC: number): Gate {
  const { temperatureC } = estimates;
  return temperatureC !== null && temperatureC < lowestC
    ? barred(`too cold: needs ${formatQuantity(lowestC, '°C', { decimals: 0 })}`)
    : OPEN;
}
