import { STANDARD_RULES } from '../standard-rules';
import { put, type Question } from './school';

/** The limit table of the standard rules, all of it lower by some volts. */
const tableLowerBy = (volts: number): [number, number][] =>
  STANDARD_RULES.load.limitVoltsByCelsius.map(([celsius, limit]) => [
    celsius,
    Math.round((limit - volts) * 100) / 100,
  ]);

/** Questions about tests under load, the engine as a load among them. Rules of the trade. */
export const LOAD_QUESTIONS: readonly Question[] = [
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
    weighsOn: 'The load margin, and with it rule 9.',
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
    id: 'load_charge',
    asks: 'Is a load test brought to full charge before it is held against the limit?',
    weighsOn: 'Rule 9, between the charge gate and a full charge.',
    schools: [
      {
        id: 'yes',
        label: 'Brought to full charge',
        goodFor: 'A sound battery at 70 % is not condemned for what is missing in it.',
        errs: 'Rests on a charge that was read well.',
        put: put('load', { atFullCharge: true }),
      },
      {
        id: 'no',
        label: 'As it was read',
        goodFor: 'Nothing is worked out: the reading is the reading.',
        errs: 'Three fail for each one that is worn, near the gate.',
        put: put('load', { atFullCharge: false }),
      },
    ],
  },
  {
    id: 'recovery',
    asks: 'Which voltage shows that the charge is there, after a failed load?',
    weighsOn: 'Whether a failed battery is retired at once or charged first.',
    schools: [
      {
        id: 'three_quarters',
        label: 'That of 75 % charge, by construction',
        goodFor: 'Means the same for every construction: 12.45 V flooded, 12.62 V AGM.',
        errs: 'A table in place of one figure.',
        put: put('recovery', { judgedBy: 'charge', chargePct: 75 }),
      },
      {
        id: '12.4',
        label: '12.4 V, whatever the construction',
        goodFor: 'One figure, that everybody knows.',
        errs: 'Half a charge in an AGM or gel battery, which it condemns.',
        put: put('recovery', { judgedBy: 'volts', volts: 12.4 }),
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
