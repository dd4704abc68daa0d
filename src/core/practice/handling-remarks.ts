import { isRatingStandard } from '../battery/rating-standard';
import { STANDARD_RULES } from '../rules/standard-rules';
import type { Reading, ReadingKind, ReadingOf } from '../steps/reading';
import { readingTitle } from '../steps/registry';
import type { PracticeCase } from './practice-case';
import type { Remark } from './remark';
import type { TrueMoment } from './true-moment';

/** Surface charge above this, V, makes an open voltage wrong. A model of ours. */
const SURFACE_BELIEVED_VOLTS = 0.08;
/** Nobody is blamed for a load test this near to its gate, percent of charge. A model of ours. */
const NEAR_GATE_PCT = 5;

/** Steps that put current through a battery, and those that put clamps on it. */
const POWERED: ReadonlySet<ReadingKind> = new Set([
  'load',
  'conductance',
  'three_minute',
  'charge_start',
  'discharge_start',
  'crank',
]);
const CLAMPED: ReadonlySet<ReadingKind> = new Set(['load', 'conductance', 'discharge_start']);

/** What cannot be overlooked, since nothing is there to be seen. */
const IN_ORDER: ReadonlySet<string> = new Set(['ok', 'none', 'sealed']);

/** How the battery was handled: what was overlooked, believed, corrected twice, or could have hurt somebody. */
export function handlingRemarks(
  practiceCase: PracticeCase,
  readings: readonly Reading[],
  truths: readonly TrueMoment[],
): Remark[] {
  const trueAt = new Map(truths.map((moment) => [moment.readingId, moment]));
  const looked = readings.find((reading) => reading.kind === 'inspection');
  return [
    ...(looked?.kind === 'inspection' ? overlooked(practiceCase.seen, looked) : []),
    ...readings.flatMap((reading) => ofReading(practiceCase, reading, trueAt.get(reading.id))),
    ...believedRested(practiceCase, readings),
  ];
}

function ofReading({ seen }: PracticeCase, reading: Reading, moment: TrueMoment | undefined): Remark[] {
  const remarks: Remark[] = [];
  const name = readingTitle(reading.kind);
  if ((seen.case !== 'ok' || seen.smell !== 'none') && POWERED.has(reading.kind)) {
    remarks.push({ kind: 'danger', text: `${name} on a battery that nobody should touch.` });
  }
  if (!moment) return remarks;
  if (moment.chargerOn && CLAMPED.has(reading.kind)) {
    remarks.push({
      kind: 'danger',
      text: `${name} while the charger was still on: clamps spark in its gas.`,
    });
  }
  if (moment.chargerOn && reading.kind === 'open_circuit') {
    remarks.push({
      kind: 'mistake',
      text: 'Read the open voltage while the charger was on: that is its voltage.',
    });
  }
  if (reading.kind === 'load' && moment.chargePct < STANDARD_RULES.charge.loadGatePct - NEAR_GATE_PCT) {
    const charge = Math.round(moment.chargePct);
    remarks.push({
      kind: 'mistake',
      text: `Loaded at ${charge} % charge: a flat battery fails whatever it is worth.`,
    });
  }
  if (reading.kind === 'open_circuit' && moment.surfaceVolts > SURFACE_BELIEVED_VOLTS && reading.forced) {
    remarks.push({
      kind: 'mistake',
      text: `Read ${moment.surfaceVolts.toFixed(2)} V too high: there was charge on the surface.`,
    });
  }
  if (reading.kind === 'conductance') remarks.push(...ofTester(reading));
  return remarks;
}

function ofTester({ data: { unit, compensated, contact } }: ReadingOf<'conductance'>): Remark[] {
  const remarks: Remark[] = [];
  if (isRatingStandard(unit) && compensated !== 'both') {
    remarks.push({
      kind: 'mistake',
      text: 'Corrected twice: a tester that shows amperes has corrected already.',
    });
  }
  if (!isRatingStandard(unit) && compensated !== 'none') {
    remarks.push({
      kind: 'mistake',
      text: 'Not corrected at all: siemens and milliohms are shown as they are.',
    });
  }
  if (contact === 'one_jaw') {
    remarks.push({
      kind: 'mistake',
      text: 'Measured with one jaw on the bolt: the clamp was measured, not the battery.',
    });
  }
  return remarks;
}

function overlooked(seen: PracticeCase['seen'], { data: told }: ReadingOf<'inspection'>): Remark[] {
  return (['case', 'smell', 'terminals', 'level'] as const).flatMap((point): Remark[] => {
    if (told[point] === seen[point] || told[point] === null || IN_ORDER.has(seen[point])) return [];
    const grave = point === 'case' || point === 'smell';
    return [
      {
        kind: grave ? 'danger' : 'missed',
        text: `Overlooked: ${point} was ${seen[point].replace('_', ' ')}.`,
      },
    ];
  });
}

/** Least rest that was said of a battery straight off the charger, min, to count as believed. */
const SAID_RESTED_MINUTES = 60;

function believedRested({ truth }: PracticeCase, readings: readonly Reading[]): Remark[] {
  const settled = readings.find((reading) => reading.kind === 'settle');
  if (settled?.kind !== 'settle' || truth.restMinutes >= SAID_RESTED_MINUTES) return [];
  const { method, restMinutes } = settled.data;
  const said = method === 'rested' && (restMinutes ?? 0) >= SAID_RESTED_MINUTES;
  if (!said || readings.some(({ kind }) => kind === 'charge')) return [];
  return [
    {
      kind: 'mistake',
      text: 'Said to be rested, but it had come off the charger minutes before: the surface charge was believed.',
    },
  ];
}
