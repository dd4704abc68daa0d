import { crankingRating } from '../battery/cranking-rating';
import type { ReferredTo } from '../battery/own-reference';
import { isRatingStandard, STANDARD_FACTS } from '../battery/rating-standard';
import type { ConductanceTerms, ConductanceUnit } from '../correction/conductance';
import { formatMinutes, formatQuantity } from '../quantity/format';
import type { HouseRules } from '../rules/house-rules';
import type { Assessment } from './assess';
import { conductanceTermsOf } from './conductance-result';
import { recoveryLimit } from './estimates';
import type { ConductanceEvidence, Evidence } from './evidence';
import { type LedgerEntry, percent, temperature, volts, type WorkingLine } from './ledger-entry';
import type { LoadTask } from './load-result';
import { measuredWords } from './measured-words';

/** A quantity without its unit. */
const bare = (quantity: string) => quantity.split('\u00A0')[0];

const STANDING_WORDS = {
  counts: null,
  pass_only: 'below the gate: a pass counts, a fail does not',
  indicative: 'indicative: never retires a battery',
  unusable: 'not usable',
} as const;

export function loadEntry(
  evidence: Evidence,
  { estimates }: Assessment,
  rules: HouseRules,
): LedgerEntry | null {
  const { load, task } = estimates;
  if (!evidence.load || !load || !task) return null;
  const { amps, seconds, volts: read } = evidence.load;
  const against = measuredWords({
    value: load.volts,
    limit: task.limitVolts,
    margin: load.marginVolts,
    sd: 0,
    unit: 'V',
  });
  const working: WorkingLine[] = [loadToSetLine(evidence, task, rules)];
  if (load.scaled && load.standing !== 'unusable') {
    working.push({
      what: 'at the rated load and time',
      how: `from ${formatQuantity(amps, 'A')} for ${formatQuantity(seconds, 's')}`,
      value: volts(load.volts),
    });
  }
  working.push({
    what: 'limit',
    how:
      rules.load.cold === 'table'
        ? `table at ${temperature(task.temperatureAssumed ? null : task.temperatureC)}`
        : 'one line at any temperature',
    value: `${against.limit}\u00A0V`,
  });
  working.push({ what: 'margin', how: `${bare(against.value)} − ${against.limit}`, value: against.margin });
  // A judgement of an earlier core knows only the reading itself.
  if (load.fullChargeVolts != null && load.decidingMarginVolts !== load.marginVolts) {
    working.push({
      what: 'margin at full charge',
      how: `${volts(load.fullChargeVolts)} by what the missing charge takes; the house goes by this`,
      value: formatQuantity(load.decidingMarginVolts, 'V', { signed: true }),
    });
  }
  if (load.healthPct !== null) {
    working.push(
      ...healthLines(
        { pct: load.healthPct, sdPct: load.healthSdPct, referredTo: load.referredTo },
        `what a new one loses ÷ what this one lost, at ${percent(estimates.charge?.pct ?? 0)} charge and ${temperature(task.temperatureAssumed ? null : task.temperatureC)}`,
      ),
    );
  }
  return {
    step: 'load',
    reading: `${volts(read)} after ${formatQuantity(seconds, 's')} at ${formatQuantity(amps, 'A')}`,
    working,
    standing: STANDING_WORDS[load.standing],
  };
}

/** A health against its label, and from there against its own first tests where it has them. */
function healthLines(
  { pct, sdPct, referredTo }: { pct: number; sdPct: number; referredTo: ReferredTo | undefined },
  how: string,
): WorkingLine[] {
  const value = `${percent(pct)} ± ${percent(sdPct)}`;
  if (!referredTo) return [{ what: 'health', how, value }];
  const { pct: newPct, tests } = referredTo;
  return [
    { what: 'health by its label', how, value: percent((pct * newPct) / 100) },
    {
      what: 'health',
      how: `÷ ${formatQuantity(newPct, '%', { decimals: 1 })}, what it read when new (${tests === 1 ? 'one test' : `${tests} tests`})`,
      value,
    },
  ];
}

function loadToSetLine(
  { battery }: Evidence,
  { setAmps, setBasis, ratedAmps }: LoadTask,
  rules: HouseRules,
): WorkingLine {
  const rating = crankingRating(battery);
  const value = formatQuantity(setAmps, 'A');
  if (setBasis === 'fixed') {
    return { what: 'load to set', how: `fixed bank; rated load ${formatQuantity(ratedAmps, 'A')}`, value };
  }
  if (!rating || setBasis === 'capacity') {
    return { what: 'load to set', how: '3 × C20: the limit is lax against it', value };
  }
  const { printed, saeAmps } = rating;
  const step =
    2 * ratedAmps < saeAmps ? `, a step of ${formatQuantity(rules.load.coldStepAmps, 'A')} lower` : '';
  const converted =
    printed && rating.basis === 'converted'
      ? `${printed.amps} A ${printed.standard} ÷ ${STANDARD_FACTS[printed.standard].timesSae} = ${saeAmps.toFixed(0)} A SAE; half`
      : `half of ${saeAmps.toFixed(0)} A`;
  return { what: 'load to set', how: `${converted}${step}`, value };
}

export function recoveryEntry(
  { recovery, battery }: Evidence,
  { estimates }: Assessment,
  rules: HouseRules,
): LedgerEntry | null {
  if (!recovery) return null;
  const limit = recoveryLimit(battery, estimates.temperatureC, rules.recovery);
  const how =
    rules.recovery.judgedBy === 'charge'
      ? `open voltage at ${percent(rules.recovery.chargePct)} charge of this construction`
      : 'recovery voltage';
  return {
    step: 'recovery',
    reading: `${volts(recovery.volts)}, ${formatMinutes(recovery.minutes)} after the load`,
    working: [{ what: 'held against', how, value: volts(limit) }],
    standing: recovery.forced ? 'indicative: forced' : null,
  };
}

export function conductanceEntry(
  { conductance, battery }: Evidence,
  { estimates }: Assessment,
): LedgerEntry | null {
  const result = estimates.conductance;
  const rating = crankingRating(battery);
  if (!conductance || !result || !rating) return null;
  const chargePct = estimates.charge?.pct ?? 0;
  const terms = conductanceTermsOf(conductance, battery, chargePct, rating.saeAmps);
  const corrected = { none: 'nothing', temp: 'temperature', both: 'temperature and charge' }[
    conductance.compensated
  ];
  return {
    step: 'conductance',
    reading: `${conductance.value} ${conductance.unit === 'mohm' ? 'mΩ' : conductance.unit}, tester corrected for ${corrected}`,
    working: [
      {
        what: 'cranking current, SAE',
        how: conductanceHow(conductance, terms, chargePct),
        value: formatQuantity(result.saeAmps, 'A'),
      },
      ...healthLines(
        { pct: result.healthPct, sdPct: result.healthSdPct, referredTo: result.referredTo },
        `${result.saeAmps.toFixed(0)} ÷ ${rating.saeAmps.toFixed(0)}`,
      ),
    ],
    standing: result.conclusive ? null : 'not conclusive here',
  };
}

/** The formula with the numbers put in: what stands for the unit, then what the tester had not corrected for. */
function conductanceHow(
  { value, unit, temperatureC }: ConductanceEvidence,
  { voltsPerSiemens, forTemperature, forCharge }: ConductanceTerms,
  chargePct: number,
): string {
  const raw =
    voltsPerSiemens !== null
      ? `${voltsPerSiemens.toFixed(2)} V ${unit === 'S' ? `× ${value} S` : `÷ ${value} mΩ`}`
      : inStandard(value, unit);
  const warmth =
    forTemperature === null ? '' : ` × ${forTemperature.toFixed(3)} (f at ${temperature(temperatureC)})`;
  const charged = forCharge === null ? '' : ` × ${forCharge.toFixed(3)} (m at ${percent(chargePct)})`;
  return `${raw}${warmth}${charged}`;
}

function inStandard(value: number, unit: ConductanceUnit): string {
  const times = isRatingStandard(unit) ? STANDARD_FACTS[unit].timesSae : 1;
  return times === 1 ? `${value}` : `${value} ÷ ${times}`;
}

export function threeMinuteEntry({ threeMinute }: Evidence, { estimates }: Assessment): LedgerEntry | null {
  const result = estimates.threeMinute;
  if (!threeMinute || !result) return null;
  return {
    step: 'three_minute',
    reading: `${volts(threeMinute.volts)} after 3 min at ${formatQuantity(threeMinute.amps, 'A')}`,
    working: [
      { what: 'held against', how: 'highest voltage of sound plates', value: volts(result.limitVolts) },
    ],
    standing: result.usable ? null : 'not usable: flooded types only, warm, low in charge, 25 A at least',
  };
}

/** The engine as the load. */
export function crankEntry(
  evidence: Evidence,
  { estimates }: Assessment,
  rules: HouseRules,
): LedgerEntry | null {
  const { crank } = estimates;
  if (!crank || !evidence.crank) return null;
  const { seconds, amps, temperatureC, engine } = evidence.crank;
  const held = seconds === null ? '' : ` over ${formatQuantity(seconds, 's')}`;
  const current = amps === null ? '' : ` at ${formatQuantity(amps, 'A')}`;
  const against =
    engine === 'motorcycle'
      ? 'motorcycle floor'
      : rules.crank.judgedBy === 'near_load'
        ? 'the load test of this run'
        : `floor ${volts(rules.crank.floorVolts)} at 21 °C, lower with cold, at ${temperature(temperatureC)}`;
  const working: WorkingLine[] = [{ what: 'held against', how: against, value: volts(crank.limitVolts) }];
  if (crank.health) {
    const value = `${percent(crank.health.pct)} ± ${percent(crank.health.sdPct)}`;
    working.push({ what: 'health', how: 'as a load of that current', value });
  }
  return {
    step: 'crank',
    reading: `${volts(crank.volts)}, lowest sustained${held}${current}`,
    working,
    standing: crank.indicative ? 'indicative: charge low or unknown' : null,
  };
}

/** How the methods are brought together, where there are two or more. */
export function healthEntry({ estimates }: Assessment): LedgerEntry | null {
  const { health } = estimates;
  if (!health || health.methods.length < 2) return null;
  const counting = health.methods.filter(({ indicative }) => !indicative || health.indicative);
  return {
    step: 'verdict',
    reading: `health by ${health.methods.map(({ method }) => method).join(', ')}`,
    working: [
      {
        what: 'fused in logarithms, by inverse variance',
        how: counting.map(({ pct, sdPct }) => `${percent(pct)} ± ${percent(sdPct)}`).join(', '),
        value: `${percent(health.pct)} ± ${percent(health.sdPct)}`,
      },
    ],
    standing: health.methodsDisagree ? 'they tell different stories' : null,
  };
}
