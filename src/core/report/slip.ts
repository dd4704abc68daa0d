import { type Assessment, assess } from '../assessment/assess';
import { capacityWords, chargeWords, estimateWords } from '../assessment/estimate-words';
import { type Evidence, evidenceAsOfToday } from '../assessment/evidence';
import { FINDING_SEVERITY, type Measured } from '../assessment/finding';
import { ledgerOf } from '../assessment/ledger';
import type { LedgerEntry } from '../assessment/ledger-entry';
import { measuredIn } from '../assessment/measured-words';
import { type Grade, VERDICT_LABELS, type Verdict } from '../assessment/verdict';
import { ADVICE, because, findingTitle } from '../assessment/wording';
import { specOf } from '../battery/battery';
import { batteryTypeLabel } from '../battery/construction';
import { DUTY_LABELS, dutyOf } from '../battery/duty';
import type { SiteSheet } from '../exchange/site/site-sheet';
import type { AssessmentRecord, BatteryRecord, RunView, Technician } from '../exchange/views';
import { isWrittenSimulated } from '../instruments/written-name';
import { judgeRun } from '../procedure/judge-run';
import { overrideOf, type VerdictOverride } from '../procedure/override';
import { dayWords } from '../quantity/day';
import { formatQuantity } from '../quantity/format';
import type { TemperatureUnit } from '../quantity/temperature';
import { temperaturesIn } from '../quantity/temperature-words';
import type { HouseRules } from '../rules/house-rules';
import { CLOSING_LINE } from '../steps/closing-line';
import { foundAndLeft, type PutRight, putRight, reopenings } from '../steps/course';
import { currentReadings, standingReadings } from '../steps/current-readings';
import type { Reading } from '../steps/reading';
import { readingTitle, readingWords, STEPS } from '../steps/registry';
import { TYPED } from '../steps/typed';
import { customerWords, type PlainWords } from './customer-words';
import { nextCheckMs } from './next-check';

/** For whom a slip is written: the shop gets the working, the customer what it means. */
export type Audience = 'shop' | 'customer';

/** One number held against its limit. */
export interface SlipMargin {
  readonly label: string;
  readonly measured: Measured;
  readonly indicative: boolean;
}

/** One piece of evidence: what was done, what was read, how it was corrected. */
export interface SlipReading {
  readonly step: string;
  readonly reading: string;
  /** `what: how = value`, one a line; empty in the customer's wording. */
  readonly working: readonly string[];
  readonly standing: string | null;
}

/** A one-page report of a run: everything that it says, in the words of its audience, without any layout. */
export interface Slip {
  readonly audience: Audience;
  /** Whose paper it is: a line each, none where the site is not filled in. */
  readonly from: readonly string[];
  readonly runId: string;
  /** Whose battery it is and under which order, where somebody said so. */
  readonly for: readonly string[];
  readonly tag: string;
  /** Name and value, as on the label. */
  readonly battery: readonly (readonly [name: string, value: string])[];
  /** The verdict that counts: the technician's, where one was set. */
  readonly verdict: Verdict;
  readonly verdictWords: string;
  readonly grade: Grade | null;
  readonly reason: string;
  readonly next: readonly string[];
  readonly override: (VerdictOverride & { readonly by: string; readonly computed: string }) | null;
  /** What keeps people safe although the technician decided otherwise: it is never printed small. */
  readonly danger: string | null;
  /** What it comes to in a customer's words; none on the shop's own. */
  readonly plain: readonly PlainWords[];
  /** What the tests come to together, by name; null for what is asked of it and is not known. */
  readonly figures: readonly (readonly [name: string, value: string | null])[];
  readonly margins: readonly SlipMargin[];
  /** Findings without a number, the grave ones first. */
  readonly remarks: readonly string[];
  readonly readings: readonly SlipReading[];
  /** What was measured more than once: its name, as found, as left. */
  readonly course: readonly (readonly [name: string, found: string, left: string])[];
  /** What was forced, passed over or put right, and what was only simulated. */
  readonly irregular: readonly string[];
  /** What the readings that stand were taken with, where any gave its name. */
  readonly instruments: string | null;
  readonly testedAtMs: number;
  readonly testedBy: string;
  readonly finished: boolean;
  readonly nextCheckMs: number | null;
  readonly rules: string;
  readonly core: string;
  readonly closing: string;
}

/** The slip of a run: as it was finished, or as it stands. Undefined for a battery that is never graded. */
export function slipOf(
  view: RunView,
  audience: Audience,
  technicians: readonly Technician[],
  site: Pick<SiteSheet, 'name' | 'address'>,
): Slip | undefined {
  const spec = specOf(view.battery);
  if (!spec) return undefined;
  const { run, readings, rules } = view;
  const kept = view.assessments.find(({ id }) => id === run.assessmentId) ?? null;
  const judged = kept ?? judgeRun(spec, readings, rules);
  const evidence = evidenceAsOfToday(judged.evidence);
  const { assessment } = judged;
  const override = kept ? kept.override : overrideOf(currentReadings(readings), assessment);
  const verdict = override?.verdict ?? assessment.verdict;
  const nameOf = (id: string | null) => technicians.find((known) => known.id === id)?.name ?? '–';
  const testedAtMs = run.finishedAtMs ?? readings.at(-1)?.takenAtMs ?? run.startedAtMs;
  return {
    audience,
    from: [site.name, site.address].filter((line) => line !== ''),
    runId: run.id,
    for: forWhom(readings),
    tag: view.battery.tag,
    battery: labelFacts(view.battery, audience),
    verdict,
    verdictWords: VERDICT_LABELS[verdict],
    grade: override ? null : assessment.grade,
    reason: override ? override.why : because(assessment.decidedBy),
    next: nextWords(verdict, assessment, override !== null),
    override: override && {
      ...override,
      by: nameOf(override.byId),
      computed: `${VERDICT_LABELS[assessment.verdict]}. ${because(assessment.decidedBy)}`,
    },
    danger: override && verdict !== 'quarantine' ? dangerIn(assessment) : null,
    plain:
      audience === 'customer'
        ? customerWords(evidence, assessment, { verdict, grade: override ? null : assessment.grade, rules })
        : [],
    figures: figuresOf(evidence, assessment),
    margins: marginsOf(assessment),
    remarks: remarksOf(assessment, audience),
    readings: ledgerOf(evidence, assessment, rules).map((entry) => readingOf(entry, audience)),
    course: foundAndLeft(readings).flatMap(({ kind, found, left }) =>
      left ? [[readingTitle(kind), readingWords(found, '°C'), readingWords(left, '°C')] as const] : [],
    ),
    irregular: [
      ...irregularities(view, evidence, audience, nameOf),
      ...(kept && audience === 'shop' ? todaysWord(kept, rules) : []),
    ],
    instruments: audience === 'shop' ? instrumentWords(instrumentsOf(readings)) : null,
    testedAtMs,
    testedBy: nameOf(run.finishedById ?? run.startedById),
    finished: run.finishedAtMs !== null,
    nextCheckMs: nextCheckMs(verdict, testedAtMs),
    rules: rulesWords(rules, assessment),
    core: assessment.core,
    closing: CLOSING_LINE,
  };
}

/** A slip with its temperatures in the unit that the site shows; what people wrote on it stays as they wrote it. */
export function slipIn(slip: Slip, unit: TemperatureUnit): Slip {
  const told = (text: string) => temperaturesIn(text, unit);
  return {
    ...slip,
    next: slip.next.map(told),
    remarks: slip.remarks.map(told),
    margins: slip.margins.map(({ label, measured, indicative }) => ({
      label: told(label),
      measured: measuredIn(measured, unit),
      indicative,
    })),
    course: slip.course.map(([name, found, left]) => [name, told(found), told(left)] as const),
    readings: slip.readings.map(({ step, reading, working, standing }) => ({
      step,
      reading: told(reading),
      working: working.map(told),
      standing: standing && told(standing),
    })),
  };
}

/** The customer and the order that were named when the battery was identified, last. */
function forWhom(readings: readonly Reading[]): string[] {
  const { identify } = currentReadings(readings).last;
  const { customer, order } = identify?.data ?? {};
  return [customer ?? '', order ? `Order ${order}` : ''].filter((words) => words !== '');
}

/** Its charge, and what it is graded by: what works for hours by its capacity, what starts an engine by its health. */
function figuresOf(evidence: Evidence, { estimates }: Assessment): Slip['figures'] {
  const health = ['Health', estimates.health && estimateWords(estimates.health)] as const;
  // A judgement of an earlier core knows of no capacity.
  const capacity = ['Capacity', estimates.capacity ? capacityWords(estimates.capacity) : null] as const;
  const [grading, other] =
    dutyOf(evidence.battery) === 'deep_cycle' ? [capacity, health] : [health, capacity];
  return [
    ['Charge', chargeWords(estimates.charge, evidence)],
    grading,
    ...(other[1] === null ? [] : [other]),
  ];
}

/** A stored judgement stands as it was made; where today's core would say otherwise, both are told. */
function todaysWord(kept: AssessmentRecord, rules: HouseRules): string[] {
  const { verdict, decidedBy, core } = assess(kept.evidence, rules);
  if (verdict === kept.assessment.verdict) return [];
  return [
    `Judged by core ${kept.core}. Core ${core} says: ${VERDICT_LABELS[verdict]}. ${because(decidedBy)}`,
  ];
}

function dangerIn({ verdict, decidedBy }: Assessment): string | null {
  if (verdict !== 'quarantine') return null;
  return `${VERDICT_LABELS.quarantine} by the rules: ${because(decidedBy)} ${ADVICE.quarantine}`;
}

function labelFacts(battery: BatteryRecord, audience: Audience): Slip['battery'] {
  const {
    type,
    nominalVolts,
    ratings,
    c20Ah,
    rcMinutes,
    model,
    place,
    dateCode,
    fittedOn,
    warrantyTo,
    group = '',
    duty,
  } = battery;
  const facts: readonly (readonly [string, string, Audience?])[] = [
    ['Where', place],
    ['Type', `${batteryTypeLabel(type)}, ${nominalVolts} V`],
    ['For', duty ? DUTY_LABELS[duty] : ''],
    ['Rating', ratings.map(({ amps, standard }) => `${amps} A ${standard}`).join(', ')],
    ['Capacity', c20Ah === null ? '' : formatQuantity(c20Ah, 'Ah')],
    ['Reserve', rcMinutes === null ? '' : formatQuantity(rcMinutes, 'min')],
    ['Model', model],
    ['Group', group, 'shop'],
    ['Date code', dateCode, 'shop'],
    ['Fitted on', fittedOn === null ? '' : dayWords(fittedOn)],
    ['Warranty to', warrantyTo == null ? '' : dayWords(warrantyTo)],
  ];
  return facts.flatMap(([name, value, only]) =>
    value === '' || (only && only !== audience) ? [] : [[name, value] as const],
  );
}

function nextWords(verdict: Verdict, { next }: Assessment, overridden: boolean): string[] {
  const words = [ADVICE[verdict]];
  if (overridden || next === null) return words;
  if (verdict === 'undecided') words.push(`Next: ${STEPS[next].label.toLowerCase()}. ${STEPS[next].task}`);
  if (verdict === 'watch' && next === 'charge')
    words.push('Charge it first: it is below the charge for service.');
  return words;
}

function marginsOf({ findings }: Assessment): SlipMargin[] {
  return findings.flatMap((finding, index) => {
    const { check, measured, indicative } = finding;
    const first = findings.findIndex(
      (other) => other.check === check && sameNumber(other.measured, measured),
    );
    return measured && first === index ? [{ label: findingTitle(finding), measured, indicative }] : [];
  });
}

/** A conclusion borrows the number that it was drawn from: one scale serves both. */
const sameNumber = (one: Measured | null, other: Measured | null) =>
  one !== null &&
  other !== null &&
  one.value === other.value &&
  one.limit === other.limit &&
  one.unit === other.unit;

function remarksOf({ findings, decidedBy }: Assessment, audience: Audience): string[] {
  return findings
    .filter(({ code, measured }) => !measured && code !== decidedBy)
    .filter(({ code }) => audience === 'shop' || FINDING_SEVERITY[code] !== 'note')
    .map((finding) => `${findingTitle(finding)}${finding.indicative ? ' (indicative)' : ''}`);
}

function readingOf({ step, reading, working, standing }: LedgerEntry, audience: Audience): SlipReading {
  return {
    // The ledger closes with what the tests of power come to together.
    step: step === 'verdict' ? 'Health' : STEPS[step].label,
    reading,
    working: audience === 'shop' ? working.map(({ what, how, value }) => `${what}: ${how} = ${value}`) : [],
    standing,
  };
}

function irregularities(
  { readings }: RunView,
  evidence: Evidence,
  audience: Audience,
  nameOf: (id: string | null) => string,
): string[] {
  const superseded = new Set(readings.map(({ supersedesId }) => supersedesId));
  const forced = readings.filter((reading) => reading.forced && !superseded.has(reading.id));
  const skipped = readings.flatMap((reading) =>
    reading.kind === 'skip' && !superseded.has(reading.id) ? [reading.data] : [],
  );
  return [
    ...(instrumentsOf(readings).some(isWrittenSimulated)
      ? ['Read on simulated instruments: this is no test of a real battery.']
      : []),
    ...forced.map(
      ({ kind }) => `Forced past its gate: ${readingTitle(kind).toLowerCase()}. It is indicative.`,
    ),
    ...skipped.map(({ step, reason }) => `Passed over: ${STEPS[step].label.toLowerCase()}, ${reason}.`),
    ...(skipped.length === 0
      ? evidence.skipped.map((step) => `Passed over: ${STEPS[step].label.toLowerCase()}.`)
      : []),
    ...putRight(readings).map((change) =>
      audience === 'shop' ? putRightInFull(change, nameOf(change.byId)) : putRightWords(change),
    ),
    ...(audience === 'shop' ? reopenings(readings) : []).map(
      ({ data, technicianId }) => `Opened again: ${data.reason}, by ${nameOf(technicianId)}.`,
    ),
  ];
}

/** Why an entry was wrong is for the shop: a customer reads that it was put right. */
const putRightWords = ({ was, now }: PutRight) =>
  `${now ? 'Put right' : 'Taken back'}: ${readingTitle(was.kind).toLowerCase()}.`;

const putRightInFull = ({ was, now, reason }: PutRight, by: string) =>
  `${now ? 'Put right' : 'Taken back'}: ${readingTitle(was.kind).toLowerCase()}, ${readingWords(was, '°C')} before; ${reason}, by ${by}.`;

/** The instruments of the readings that stand, each once, in the order in which they were used. */
function instrumentsOf(readings: readonly Reading[]): string[] {
  const named = standingReadings(readings).map(({ instrument }) => instrument);
  return [...new Set(named)].filter((name) => name !== TYPED);
}

function instrumentWords(names: readonly string[]): string | null {
  return names.length === 0 ? null : `Read with ${names.join(', ')}; the rest was typed.`;
}

function rulesWords({ name }: HouseRules, { rules }: Assessment): string {
  return `${name}, version ${rules.version}`;
}
