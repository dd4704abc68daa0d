import type { BatteryLabel } from '../battery/battery-label';
import type { Construction } from '../battery/construction';
import type { Duty } from '../battery/duty';
import type { NominalVolts } from '../battery/nominal-volts';
import { SOUND_VEHICLE } from '../instruments/handling';
import type { FaultKind } from '../physics/faults';
import { NOTHING_SEEN, type PracticeCase } from './practice-case';

/** A label for a battery to practise on. One that works for hours says Ah and nothing of cranking. */
export function practiceLabel(
  type: Construction,
  saeAmps: number | null,
  c20Ah: number,
  place: string,
  { nominalVolts = 12, duty = 'starting' }: { nominalVolts?: NominalVolts; duty?: Duty } = {},
): BatteryLabel {
  return {
    tag: 'PRACTICE',
    type,
    nominalVolts,
    c20Ah,
    rcMinutes: null,
    model: 'Ostrane Dock',
    place,
    ratings: saeAmps === null ? [] : [{ standard: 'SAE', amps: saeAmps }],
    dateCode: '',
    fittedOn: null,
    ...(duty === 'starting' ? {} : { duty }),
  };
}

interface Given {
  readonly title: string;
  readonly level: 1 | 2 | 3;
  readonly story: string;
  readonly symptom: PracticeCase['symptom'];
  readonly label: BatteryLabel;
  readonly cause: PracticeCase['cause'];
  readonly truth: Partial<PracticeCase['truth']>;
  readonly seen?: Partial<PracticeCase['seen']>;
  readonly vehicle?: Partial<PracticeCase['vehicle']>;
}

function graded({ truth, seen, vehicle, ...given }: Given): PracticeCase {
  const sealed = given.label.type === 'agm' || given.label.type === 'gel';
  return {
    ...given,
    truth: {
      healthPct: 95,
      capacityPct: 95,
      chargePct: 90,
      temperatureC: 18,
      restMinutes: 800,
      faults: [],
      ...truth,
    },
    seen: { ...NOTHING_SEEN, ...(sealed ? { level: 'sealed' as const } : {}), ...seen },
    vehicle: { ...SOUND_VEHICLE, ...vehicle },
  };
}

const fault = (kind: FaultKind, degree: number) => ({ faults: [{ kind, degree }] });

/** The cases that everybody gets alike, easiest first; the key is the end of their address. */
export const GRADED_CASES: Readonly<Record<string, PracticeCase>> = {
  'left-lamps': graded({
    title: 'Lamps left on',
    level: 1,
    symptom: 'left_on',
    cause: 'charge',
    story: 'Crew van. The lamps burned all weekend. The driver wants a new battery.',
    label: practiceLabel('flooded', 570, 60, 'Crew van 2'),
    truth: { healthPct: 94, chargePct: 34, temperatureC: 12 },
  }),
  'old-tractor': graded({
    title: 'An old one',
    level: 1,
    symptom: 'slow_crank',
    cause: 'battery',
    story: 'Yard tractor. It turns over slowly every morning, charged or not.',
    label: practiceLabel('flooded', 700, 80, 'Yard tractor 5'),
    truth: { healthPct: 52, capacityPct: 60, chargePct: 92, temperatureC: 6 },
  }),
  'split-case': graded({
    title: 'Out of the frost',
    level: 1,
    symptom: 'stood_long',
    cause: 'battery',
    story: 'Stood outside since autumn. Somebody has carried it in and put it on the bench.',
    label: practiceLabel('calcium', 640, 72, 'Walk-in'),
    truth: { healthPct: 70, chargePct: 12, temperatureC: -6 },
    seen: { case: 'bulged' },
  }),
  'fresh-charge': graded({
    title: 'Straight off the charger',
    level: 2,
    symptom: 'does_not_hold',
    cause: 'battery',
    story: 'It came off a fast charger ten minutes ago and reads high. It never lasts the night.',
    label: practiceLabel('flooded', 570, 60, 'Crew van 1'),
    truth: { healthPct: 50, capacityPct: 55, chargePct: 76, restMinutes: 10, ...fault('sulphation', 0.3) },
  }),
  'single-click': graded({
    title: 'One click',
    level: 2,
    symptom: 'single_click',
    cause: 'connection',
    story: 'Minibus. One click, the lights go out, then they come back. The battery is a year old.',
    label: practiceLabel('efb', 650, 65, 'Minibus 1'),
    truth: { healthPct: 96, chargePct: 88 },
    vehicle: { clamp_drop: 0.62, side_drop: 0.7 },
  }),
  'cold-agm': graded({
    title: 'Cold morning',
    level: 2,
    symptom: 'routine',
    cause: 'nothing',
    story: 'Snow plough, straight from the yard at minus eight. A check before the season.',
    label: practiceLabel('agm', 800, 70, 'Snow plough 2'),
    truth: { healthPct: 90, chargePct: 86, temperatureC: -8 },
  }),
  'third-battery': graded({
    title: 'The third this year',
    level: 3,
    symptom: 'warning_light',
    cause: 'charging_system',
    story: 'Crew van 6. The light comes on while driving. Two new batteries have not lasted.',
    label: practiceLabel('calcium', 640, 72, 'Crew van 6'),
    truth: { healthPct: 86, chargePct: 90 },
    vehicle: { regulated: 15.9 },
  }),
  'bad-joint': graded({
    title: 'The tester likes it',
    level: 3,
    symptom: 'slow_crank',
    cause: 'battery',
    story: 'Workboat. The other shop’s tester said it is fine, twice. It still does not turn the engine.',
    label: practiceLabel('flooded', 600, 66, 'Workboat Tern'),
    truth: { healthPct: 95, chargePct: 94, ...fault('joint', 0.45) },
  }),
  'half-a-shift': graded({
    title: 'Half a shift',
    level: 2,
    symptom: 'does_not_hold',
    cause: 'battery',
    story: 'Mast lights of the quay. They used to burn till morning; now it is dark by midnight.',
    label: practiceLabel('agm', null, 105, 'Mast lights, quay', { duty: 'deep_cycle' }),
    truth: { healthPct: 90, capacityPct: 58, chargePct: 90 },
  }),
  'weak-and-willing': graded({
    title: 'Weak on the tester',
    level: 2,
    symptom: 'used_unit',
    cause: 'nothing',
    story:
      'From the slipway winch. The tester gave it half of what it should have, so somebody set it aside.',
    label: practiceLabel('flooded', null, 225, 'Winch, slipway', { nominalVolts: 6, duty: 'deep_cycle' }),
    truth: { healthPct: 58, capacityPct: 97, chargePct: 88 },
  }),
  'slow-leak': graded({
    title: 'Full on Friday',
    level: 3,
    symptom: 'does_not_hold',
    cause: 'battery',
    story: 'Charged and tested last week, all well. It stood unconnected on the shelf and is low again.',
    label: practiceLabel('calcium', 680, 74, 'Shelf'),
    truth: { healthPct: 96, chargePct: 62, restMinutes: 9000, ...fault('soft_short', 0.85) },
  }),
  'hot-bonnet': graded({
    title: 'Out of the heat',
    level: 2,
    symptom: 'slow_crank',
    cause: 'battery',
    story: 'Stacker, straight from a shift in the sun. It hardly turned after the break.',
    label: practiceLabel('calcium', 680, 95, 'Stacker 3'),
    truth: { healthPct: 55, capacityPct: 60, chargePct: 85, temperatureC: 54 },
  }),
  'only-when-it-turns': graded({
    title: 'Only when it turns',
    level: 3,
    symptom: 'slow_crank',
    cause: 'battery',
    story: 'Workboat. Conductance as new, voltage as new, and the engine turns as if in tar.',
    label: practiceLabel('flooded', 600, 66, 'Workboat Petrel'),
    truth: { healthPct: 97, chargePct: 95, faults: [{ kind: 'joint', degree: 0.75, underCurrent: true }] },
  }),
  'flat-by-monday': graded({
    title: 'Flat by Monday',
    level: 3,
    symptom: 'does_not_hold',
    cause: 'draw',
    story: 'Service truck. Good all week, flat after every weekend. The battery was changed in spring.',
    label: practiceLabel('efb', 720, 75, 'Service truck 2'),
    truth: { healthPct: 97, chargePct: 44 },
    vehicle: { draw: 0.42 },
  }),
};
