import { CONSTRUCTIONS } from '../../battery/construction';
import type { HouseRules } from '../house-rules';
import { STANDARD_RULES } from '../standard-rules';
import { put, type Question } from './school';

/** The resting voltages of sound batteries, all lower by some volts. */
const restingLowerBy = (volts: number) =>
  Object.fromEntries(
    CONSTRUCTIONS.map((name) => [
      name,
      Math.round((STANDARD_RULES.stand.healthyVolts25[name] - volts) * 100) / 100,
    ]),
  ) as HouseRules['stand']['healthyVolts25'];

/** Questions about a battery at rest and on the charger, and about its health. Rules of the trade. */
export const BATTERY_QUESTIONS: readonly Question[] = [
  {
    id: 'surface',
    asks: 'When is a surface charge gone?',
    weighsOn: 'When an open-circuit voltage is believed.',
    schools: [
      {
        id: 'hour',
        label: '1 h at rest, or a load and a wait',
        goodFor: 'The same morning.',
        errs: '1 h after a hard drive still reads a little high.',
        put: put('surface', { restMinutes: 60, removalCounts: true, waitMinutes: 10 }),
      },
      {
        id: 'headlamps',
        label: 'Headlamps up to 3 min, 10 min wait',
        goodFor: 'Quick, with what every vehicle has.',
        errs: 'Says ±8 % at best, and a low battery loses more.',
        put: put('surface', { restMinutes: 240, removalCounts: true, waitMinutes: 10 }),
      },
      {
        id: 'overnight',
        label: 'Overnight',
        goodFor: 'The best reading of charge that a voltmeter gives.',
        errs: 'The bench is full of waiting batteries.',
        put: put('surface', { restMinutes: 480, removalCounts: false }),
      },
      {
        id: 'day',
        label: '12 to 24 h after a charge',
        goodFor: 'The reference: nothing is left of the charge.',
        errs: 'A day for each retest.',
        put: put('surface', { restMinutes: 720, removalCounts: false }),
      },
    ],
  },
  {
    id: 'resting',
    asks: 'What does a sound battery show at rest?',
    weighsOn: 'The stand after a charge: flooded; the other types lie as much lower or higher.',
    schools: [
      {
        id: '12.6',
        label: '12.6 V',
        goodFor: 'A new battery, fully charged.',
        errs: 'Older ones with weaker acid never reach it.',
        put: put('stand', { healthyVolts25: restingLowerBy(0) }),
      },
      {
        id: '12.5',
        label: '12.5 V',
        goodFor: 'What a sound battery in service keeps.',
        errs: 'A slow leak shows a day later.',
        put: put('stand', { healthyVolts25: restingLowerBy(0.1) }),
      },
      {
        id: '12.4',
        label: '12.4 V',
        goodFor: 'Enough to start on a warm day.',
        errs: 'Two thirds charged is called sound.',
        put: put('stand', { healthyVolts25: restingLowerBy(0.2) }),
      },
    ],
  },
  {
    id: 'health',
    asks: 'Which health serves, and which retires?',
    weighsOn: 'Rules 10 to 12 and the grades B and C.',
    schools: [
      {
        id: '80_65',
        label: 'Serve from 80 %, retire under 65 %',
        goodFor: 'Keeps what passes its load test down to 60 %.',
        errs: 'A mild winter would have carried some of them.',
        put: put('health', { servePct: 80, gradeBPct: 80, retirePct: 65, passFloorPct: 60, gradeCPct: 65 }),
      },
      {
        id: '80_60',
        label: 'Serve from 80 %, retire under 60 %',
        goodFor: 'Machines that stand warm and start easily.',
        errs: 'Leaves little for cold.',
        put: put('health', { servePct: 80, gradeBPct: 80, retirePct: 60, passFloorPct: 60, gradeCPct: 60 }),
      },
      {
        id: '75_70',
        label: 'Serve from 75 %, retire under 70 %',
        goodFor: 'Where a breakdown costs more than a battery.',
        errs: 'Retires batteries that have a year left.',
        put: put('health', { servePct: 75, gradeBPct: 75, retirePct: 70, passFloorPct: 70, gradeCPct: 70 }),
      },
    ],
  },
  {
    id: 'three_minute',
    asks: 'How high may the voltage rise in a three-minute charge?',
    weighsOn: 'Rule 8, flooded types with caps.',
    schools: [
      {
        id: '15.5',
        label: '15.5 V',
        goodFor: 'Finds sulphated plates early.',
        errs: 'Cold or well-worn plates can show it too.',
        put: put('threeMinute', { used: true, limitVolts: 15.5, mostChargePct: 40, retires: false }),
      },
      {
        id: '16',
        label: '16.0 V',
        goodFor: 'Only clear cases.',
        errs: 'Lets half-sulphated ones through to the load test.',
        put: put('threeMinute', { used: true, limitVolts: 16, mostChargePct: 40, retires: false }),
      },
      {
        id: 'not_used',
        label: 'Not used',
        goodFor: 'No hard charging on the bench.',
        errs: 'Sulphated batteries are found after a night on the charger.',
        put: put('threeMinute', { used: false }),
      },
      {
        id: 'any_charge',
        label: '15.5 V at any charge, and it retires',
        goodFor: 'As it was long done.',
        errs: 'Condemns sound ones: every full battery gasses past it.',
        put: put('threeMinute', { used: true, limitVolts: 15.5, mostChargePct: 100, retires: true }),
      },
    ],
  },
];
