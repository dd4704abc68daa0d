import type { Assessment } from '../assessment/assess';
import type { StepId } from '../assessment/step-id';
import { FINDING_TITLES } from '../assessment/wording';
import { decimalsApart, formatQuantity } from '../quantity/format';
import type { HouseRules } from '../rules/house-rules';
import { chargeDueMs, settleEndsAtMs } from './clocks';
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

const OPEN: Gate = { open: true };
const barred = (reason: string, forceable = true, opensAtMs: number | null = null): Gate => ({
  open: false,
  reason,
  forceable,
  opensAtMs,
});

const MS_PER_MINUTE = 60_000;

/** The gate of a step as things stand at `nowMs`. Rules of the trade. */
export function gateOf(
  step: StepId,
  current: CurrentReadings,
  assessment: Assessment,
  rules: HouseRules,
  nowMs: number,
): Gate {
  switch (step) {
    case 'identify':
    case 'complaint':
    case 'verdict':
      return OPEN;
    case 'inspect':
      return thawGate(current, nowMs);
    case 'clean':
    case 'top_up':
    case 'charge':
    case 'vehicle':
      return safetyGate(current, assessment);
    case 'settle':
      // Thawing is the one thing that a frozen battery is left to do.
      return isFrozen(assessment) ? OPEN : safetyGate(current, assessment);
    case 'open_circuit':
      return firstBarred(handlingGate(current, assessment), chargerGate(current), settleGate(current, nowMs));
    case 'hydrometer':
      return firstBarred(safetyGate(current, assessment), chargerGate(current), mixingGate(current, nowMs));
    case 'conductance':
      return firstBarred(
        handlingGate(current, assessment),
        chargerGate(current),
        conductanceGate(assessment, rules),
      );
    case 'three_minute':
      return firstBarred(handlingGate(current, assessment), threeMinuteGate(assessment, rules));
    case 'load':
      return firstBarred(
        handlingGate(current, assessment),
        chargerGate(current),
        loadGate(current, assessment, rules, nowMs),
      );
    case 'recovery':
      return current.load ? handlingGate(current, assessment) : barred('load test first', false);
    case 'crank':
      return firstBarred(
        handlingGate(current, assessment),
        chargerGate(current),
        crankGate(assessment, rules),
      );
    case 'stand':
      return firstBarred(handlingGate(current, assessment), chargerGate(current), standGate(current));
  }
}

function firstBarred(...gates: readonly Gate[]): Gate {
  return gates.find(({ open }) => !open) ?? OPEN;
}

/** Unsafe to handle: everything stops, and nobody can force it. */
function safetyGate(current: CurrentReadings, { verdict, decidedBy }: Assessment): Gate {
  if (!current.inspection) return barred('inspect first', false);
  return verdict === 'quarantine'
    ? barred(`unsafe: ${FINDING_TITLES[decidedBy].toLowerCase()}`, false)
    : OPEN;
}

/** Frozen, seen or computed. */
export function isFrozen({ decidedBy }: Assessment): boolean {
  return decidedBy === 'case_frozen' || decidedBy === 'frozen_likely';
}

/** Put to thaw, and not looked at since. */
export function isThawing({ settle, inspection }: CurrentReadings): boolean {
  return settle?.data.method === 'thaw' && !!inspection && inspection.takenAtMs <= settle.takenAtMs;
}

function thawGate(current: CurrentReadings, nowMs: number): Gate {
  const endsAtMs = current.settle && isThawing(current) ? settleEndsAtMs(current.settle) : 0;
  return nowMs < endsAtMs ? barred('thawing indoors', true, endsAtMs) : OPEN;
}

function chargerGate({ charging }: CurrentReadings): Gate {
  return charging ? barred('on charge: take it off first', true, chargeDueMs(charging)) : OPEN;
}

/** Water that has just been added has not mixed yet. Rule of the trade. */
const MIXING_MINUTES = 720;

function mixingGate({ topUp }: CurrentReadings, nowMs: number): Gate {
  const mixedAtMs = topUp ? topUp.takenAtMs + MIXING_MINUTES * MS_PER_MINUTE : 0;
  return nowMs < mixedAtMs ? barred('water has not mixed yet', true, mixedAtMs) : OPEN;
}

function crankGate({ estimates }: Assessment, rules: HouseRules): Gate {
  const { charge } = estimates;
  if (!charge) return barred('open-circuit voltage first');
  return charge.pct < rules.charge.loadGatePct
    ? barred(chargeFirst(charge.pct, rules.charge.loadGatePct))
    : OPEN;
}

function standGate({ lastCharge, openCircuit }: CurrentReadings): Gate {
  if (!lastCharge) return barred('charge first');
  return openCircuit ? OPEN : barred('rested voltage first', false);
}

function chargeFirst(pct: number, needsPct: number): string {
  const decimals = decimalsApart(pct, needsPct, '%');
  const [read, needed] = [pct, needsPct].map((value) => formatQuantity(value, '%', { decimals }));
  return `charge first: ${read}, needs ${needed}`;
}

function handlingGate(current: CurrentReadings, assessment: Assessment): Gate {
  const safety = safetyGate(current, assessment);
  if (!safety.open) return safety;
  if (assessment.next === 'clean') return barred('clean terminals first');
  return assessment.next === 'top_up' ? barred('top up and charge first') : OPEN;
}

function settleGate({ settle, lastCharge }: CurrentReadings, nowMs: number): Gate {
  if (!settle) return barred(lastCharge ? 'settle after the charge' : 'settle first');
  const endsAtMs = settleEndsAtMs(settle);
  return nowMs < endsAtMs ? barred('settling', true, endsAtMs) : OPEN;
}

function conductanceGate({ estimates }: Assessment, rules: HouseRules): Gate {
  const { charge, temperatureC } = estimates;
  const { leastChargePct, lowestC } = rules.conductance;
  if (!charge) return barred('open-circuit voltage first');
  if (charge.pct < leastChargePct) {
    return barred(chargeFirst(charge.pct, leastChargePct));
  }
  if (charge.surfaceSuspected) return barred('surface charge: settle first');
  return temperatureC !== null && temperatureC < lowestC
    ? barred(`too cold: needs ${formatQuantity(lowestC, '°C', { decimals: 0 })}`)
    : OPEN;
}

function threeMinuteGate({ estimates }: Assessment, rules: HouseRules): Gate {
  const { temperatureC } = estimates;
  const { lowestC } = rules.threeMinute;
  return temperatureC !== null && temperatureC < lowestC
    ? barred(`too cold: needs ${formatQuantity(lowestC, '°C', { decimals: 0 })}`)
    : OPEN;
}

function loadGate(
  { loads }: CurrentReadings,
  { estimates }: Assessment,
  rules: HouseRules,
  nowMs: number,
): Gate {
  const { charge, task, temperatureC } = estimates;
  const { loadGatePct } = rules.charge;
  if (!task) return barred('no rating: the load to set is unknown', false);
  if (temperatureC !== null && temperatureC < rules.temperature.lowestC) {
    return barred(
      `too cold: bring it above ${formatQuantity(rules.temperature.lowestC, '°C', { decimals: 0 })}`,
      false,
    );
  }
  if (loads.length >= rules.load.mostTests) return barred(`${loads.length} load tests made: charge first`);
  if (!charge) return barred('open-circuit voltage first');
  if (charge.pct < loadGatePct) {
    return barred(chargeFirst(charge.pct, loadGatePct));
  }
  if (charge.surfaceSuspected) return barred('surface charge: settle first');
  const lastLoad = loads.at(-1);
  const opensAtMs = lastLoad ? lastLoad.takenAtMs + rules.load.pauseMinutes * MS_PER_MINUTE : 0;
  return nowMs < opensAtMs ? barred('pause between loads', true, opensAtMs) : OPEN;
}
