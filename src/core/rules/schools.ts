import { CONSTRUCTIONS } from '../battery/construction';
import type { HouseRules } from './house-rules';
import { STANDARD_RULES } from './standard-rules';

/** One answer to a question of practice: what it is good for, where it errs, and the figures that it sets. */
export interface School {
  readonly id: string;
  readonly label: string;
  readonly goodFor: string;
  readonly errs: string;
  readonly put: (rules: HouseRules) => HouseRules;
}

/** A question on which the trade has more than one answer. */
export interface Question {
  readonly id: string;
  readonly asks: string;
  /** What an answer changes. */
  readonly weighsOn: string;
  readonly schools: readonly School[];
}

type Section = Exclude<keyof HouseRules, 'id' | 'version' | 'name'>;

/** Sets some figures of one section. */
const put =
  <S extends Section>(section: S, figures: Partial<HouseRules[S]>) =>
  (rules: HouseRules): HouseRules => ({ ...rules, [section]: { ...rules[section], ...figures } });

/** The limit table of the standard rules, all of it lower by some volts. */
const tableLowerBy = (volts: number): [number, number][] =>
  STANDARD_RULES.load.limitVoltsByCelsius.map(([celsius, limit]) => [
    celsius,
    Math.round((limit - volts) * 100) / 100,
  ]);

/** The resting voltages of sound batteries, all lower by some volts. */
const restingLowerBy = (volts: number) =>
  Object.fromEntries(
    CONSTRUCTIONS.map((name) => [
      name,
      Math.round((STANDARD_RULES.stand.healthyVolts25[name] - volts) * 100) / 100,
    ]),
  ) as HouseRules['stand']['healthyVolts25'];

/** The questions of practice, each with its schools side by side. Rules of the trade. */
export const QUESTIONS: readonly Question[] = [
  {
    id: 'load_gate',
    asks: 'How much charge before a load test?',
    weighsOn: 'The gate of the load test, and from which charge on a battery that stays low is retired.',
    schools: [
      {
        id: '65',
        label: '65 %, about 12.4 V',
        goodFor: 'Few batteries wait for a charger only to be tested.',
        errs: 'Near the gate a sound battery of low charge can fall under the limit.',
        put: put('charge', { loadGatePct: 65 }),
      },
      {
        id: '75',
        label: '75 %',
        goodFor: 'A failed load test is nearly always the battery.',
        errs: 'Sends more of them to the charge room first.',
        put: put('charge', { loadGatePct: 75 }),
      },
      {
        id: 'full',
        label: 'Fully charged only',
        goodFor: 'The cleanest reading: charge hardly plays a part.',
        errs: 'Hours of charging and resting before every test, and an old battery that no longer fills is never tested.',
        put: put('charge', { loadGatePct: 95 }),
      },
    ],
  },
  {
    id: 'hold',
    asks: 'How long is the load held?',
    weighsOn: 'When the voltage is read. A shorter hold is brought to 15 s before it meets the limit.',
    schools: [
      {
        id: '15',
        label: '15 s',
        goodFor: 'What the limit was written for: nothing is scaled.',
        errs: 'Heats the bank and the battery most.',
        put: put('load', { holdSeconds: 15 }),
      },
      {
        id: '10',
        label: '10 s',
        goodFor: 'Easier on a small bank; little is scaled.',
        errs: 'Misses some batteries that only give way at the end.',
        put: put('load', { holdSeconds: 10 }),
      },
      {
        id: '7',
        label: '7 s, in a hurry',
        goodFor: 'A full rack in a morning.',
        errs: 'A battery short of capacity looks better than it is.',
        put: put('load', { holdSeconds: 7 }),
      },
    ],
  },
  {
    id: 'load',
    asks: 'How much load?',
    weighsOn: 'The load to set, and how far a reading is scaled.',
    schools: [
      {
        id: 'half_rating',
        label: 'Half the cranking rating',
        goodFor: 'What the limit was written for, and what starting asks.',
        errs: 'Needs a bank that can be set, and the rating under its right standard.',
        put: put('load', { setting: 'half_rating' }),
      },
      {
        id: 'capacity',
        label: 'Three times the Ah',
        goodFor: 'Works where only the Ah is printed.',
        errs: 'Lax on batteries built for cranking: the same limit at less load.',
        put: put('load', { setting: 'capacity' }),
      },
      {
        id: 'fixed',
        label: 'Fixed, 100 to 125 A',
        goodFor: 'A small tester that goes anywhere.',
        errs: 'Far from the rated load of a large battery: beyond twice it only indicates.',
        put: put('load', { setting: 'fixed', fixedAmps: 125 }),
      },
    ],
  },
  {
    id: 'load_limit',
    asks: 'Which limit under load, at 21 °C and above?',
    weighsOn: 'The load margin, and with it rule 9 and the health that a load test tells.',
    schools: [
      {
        id: '9.6',
        label: '9.6 V',
        goodFor: 'The common figure; the one that most records mean.',
        errs: 'One line for weak and finished.',
        put: put('load', { limitVoltsByCelsius: tableLowerBy(0), weakBandVolts: 0 }),
      },
      {
        id: '9.5',
        label: '9.5 V',
        goodFor: 'Keeps a battery on the line for another season.',
        errs: 'Lets through some that fail on the first cold morning.',
        put: put('load', { limitVoltsByCelsius: tableLowerBy(0.1), weakBandVolts: 0 }),
      },
      {
        id: 'two_lines',
        label: 'Weak below 10.0 V, retire below 9.0 V',
        goodFor: 'Gives everything in between a charge before it is judged.',
        errs: 'Keeps batteries that the common figure retires.',
        put: put('load', { limitVoltsByCelsius: tableLowerBy(0.6), weakBandVolts: 1 }),
      },
    ],
  },
  {
    id: 'crank_floor',
    asks: 'How low may the voltage go while cranking?',
    weighsOn: 'The finding of the cranking test.',
    schools: [
      {
        id: '9.6',
        label: '9.6 V, as under load',
        goodFor: 'Follows the load table, and so the temperature.',
        errs: 'Passes a weak battery on a small engine.',
        put: put('crank', { judgedBy: 'floor', floorVolts: 9.6 }),
      },
      {
        id: '10',
        label: '10.0 V',
        goodFor: 'A round figure for the field.',
        errs: 'Blames the battery for a large or cold engine.',
        put: put('crank', { judgedBy: 'floor', floorVolts: 10 }),
      },
      {
        id: '10.5',
        label: '10.5 V',
        goodFor: 'Finds slow decline early on petrol engines.',
        errs: 'Few diesels pass, whatever the battery.',
        put: put('crank', { judgedBy: 'floor', floorVolts: 10.5 }),
      },
      {
        id: 'near_load',
        label: 'Within 1.0 V of the load test, 0.5 V for 2 l',
        goodFor: 'Tells battery and starter apart: the battery’s own load test is the measure.',
        errs: 'Needs a load test of the same day.',
        put: put('crank', { judgedBy: 'near_load' }),
      },
    ],
  },
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
        goodFor: '65 % is what a battery at the load limit has.',
        errs: 'A mild winter would have carried some of them.',
        put: put('health', { servePct: 80, gradeBPct: 80, retirePct: 65, gradeCPct: 65 }),
      },
      {
        id: '80_60',
        label: 'Serve from 80 %, retire under 60 %',
        goodFor: 'Machines that stand warm and start easily.',
        errs: 'Leaves little for cold.',
        put: put('health', { servePct: 80, gradeBPct: 80, retirePct: 60, gradeCPct: 60 }),
      },
      {
        id: '75_70',
        label: 'Serve from 75 %, retire under 70 %',
        goodFor: 'Where a breakdown costs more than a battery.',
        errs: 'Retires batteries that have a year left.',
        put: put('health', { servePct: 75, gradeBPct: 75, retirePct: 70, gradeCPct: 70 }),
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
        put: put('threeMinute', { used: true, limitVolts: 15.5 }),
      },
      {
        id: '16',
        label: '16.0 V',
        goodFor: 'Only clear cases.',
        errs: 'Lets half-sulphated ones through to the load test.',
        put: put('threeMinute', { used: true, limitVolts: 16 }),
      },
      {
        id: 'not_used',
        label: 'Not used',
        goodFor: 'No hard charging on the bench.',
        errs: 'Sulphated batteries are found after a night on the charger.',
        put: put('threeMinute', { used: false }),
      },
    ],
  },
  {
    id: 'drop',
    asks: 'What voltage drop along the charging path?',
    weighsOn: 'The vehicle check of a run.',
    schools: [
      {
        id: 'side',
        label: '0.2 V a side',
        goodFor: 'One measurement for the whole way.',
        errs: 'One bad joint hides among good cable.',
        put: put('vehicle', { dropJudgedBy: 'side', sideDropVolts: 0.2 }),
      },
      {
        id: 'conductor',
        label: '0.1 V a conductor',
        goodFor: 'Leads straight to the piece at fault.',
        errs: 'A long cable fails though nothing is wrong.',
        put: put('vehicle', { dropJudgedBy: 'conductor', jointDropVolts: 0.1 }),
      },
    ],
  },
  {
    id: 'regulated',
    asks: 'Which regulated voltage?',
    weighsOn: 'The vehicle check of a run.',
    schools: [
      {
        id: '13.5_14.7',
        label: '13.5 to 14.7 V',
        goodFor: 'Most vehicles with a plain regulator.',
        errs: 'Calls some calcium settings too high.',
        put: put('vehicle', { regulatedByVehicle: false, regulatedVolts: [13.5, 14.7] }),
      },
      {
        id: '13_15',
        label: '13 to 15 V',
        goodFor: 'Few false alarms.',
        errs: 'Misses a slow undercharge.',
        put: put('vehicle', { regulatedByVehicle: false, regulatedVolts: [13, 15] }),
      },
      {
        id: '14_15',
        label: '14 to 15 V',
        goodFor: 'Calcium and AGM in cold work.',
        errs: 'Calls older regulators low.',
        put: put('vehicle', { regulatedByVehicle: false, regulatedVolts: [14, 15] }),
      },
      {
        id: '13.5_15',
        label: '13.5 to 15 V',
        goodFor: 'A mixed fleet.',
        errs: 'Wide: a drift inside it goes unseen.',
        put: put('vehicle', { regulatedByVehicle: false, regulatedVolts: [13.5, 15] }),
      },
      {
        id: 'vehicle',
        label: 'The vehicle’s own figure',
        goodFor: 'Managed charging, which no fixed band fits.',
        errs: 'Somebody has to look it up.',
        put: put('vehicle', { regulatedByVehicle: true }),
      },
    ],
  },
  {
    id: 'cold',
    asks: 'What allowance for cold?',
    weighsOn: 'The load limit of a cold battery.',
    schools: [
      {
        id: 'table',
        label: 'The limit table',
        goodFor: 'Follows the battery’s own temperature step by step.',
        errs: 'Needs a thermometer on the battery, not in the air.',
        put: put('load', { cold: 'table' }),
      },
      {
        id: 'rating_step',
        label: 'One rating step lower below −7 °C',
        goodFor: 'Simple to do by hand: less load, the same limit.',
        errs: 'Nothing between −7 °C and a warm shop; harsh on deep cold.',
        put: put('load', { cold: 'rating_step', coldStepBelowC: -7, coldStepAmps: 50 }),
      },
      {
        id: 'none',
        label: 'None',
        goodFor: 'A shop where every battery has stood warm overnight.',
        errs: 'Condemns sound batteries that come in cold.',
        put: put('load', { cold: 'none' }),
      },
    ],
  },
];

/** The school that rules follow on a question; null where their figures are the house's own. */
export function schoolOf(question: Question, rules: HouseRules): School | null {
  const now = JSON.stringify(rules);
  return question.schools.find((school) => JSON.stringify(school.put(rules)) === now) ?? null;
}

/** Rules with some questions answered by name, question id to school id; throws for a name that is none. */
export function answered(rules: HouseRules, answers: Readonly<Record<string, string>>): HouseRules {
  return Object.entries(answers).reduce((so, [questionId, schoolId]) => {
    const school = QUESTIONS.find(({ id }) => id === questionId)?.schools.find(({ id }) => id === schoolId);
    if (!school) throw new Error(`no school ${schoolId} for ${questionId}`);
    return school.put(so);
  }, rules);
}
