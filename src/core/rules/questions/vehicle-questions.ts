import { put, type Question } from './school';

/** Questions about the vehicle around the battery. Rules of the trade. */
export const VEHICLE_QUESTIONS: readonly Question[] = [
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
    id: 'output',
    asks: 'What has an alternator to give?',
    weighsOn: 'The check of a vehicle.',
    schools: [
      {
        id: '70',
        label: '70 % of its rating',
        goodFor: 'Hot, at 2000 rpm, with a clamp that errs.',
        errs: 'Lets one pass that has lost a quarter.',
        put: put('check', { outputPct: 70 }),
      },
      {
        id: '80',
        label: '80 % of its rating',
        goodFor: 'Vehicles that need all of it: many loads, short runs.',
        errs: 'Condemns sound ones that are hot or turn too slowly.',
        put: put('check', { outputPct: 80 }),
      },
    ],
  },
  {
    id: 'ripple',
    asks: 'How much ripple?',
    weighsOn: 'The check of a vehicle.',
    schools: [
      {
        id: '0.5',
        label: '0.5 V AC',
        goodFor: 'An open diode, and nothing else.',
        errs: 'A diode that only leaks passes.',
        put: put('check', { rippleVolts: 0.5 }),
      },
      {
        id: '0.25',
        label: '0.25 V AC',
        goodFor: 'Finds a diode before the battery does.',
        errs: 'Long leads and cheap meters show as much.',
        put: put('check', { rippleVolts: 0.25 }),
      },
    ],
  },
  {
    id: 'draw',
    asks: 'How much may it draw asleep?',
    weighsOn: 'The check of a vehicle, and the vehicle check of a run.',
    schools: [
      {
        id: '50',
        label: '50 mA',
        goodFor: 'Most vehicles; more where the reserve capacity allows it.',
        errs: 'A vehicle full of modules takes more and is sound.',
        put: put('vehicle', { drawAmps: 0.05 }),
      },
      {
        id: '30',
        label: '30 mA',
        goodFor: 'What stands for weeks: boats, ploughs in summer.',
        errs: 'Sends people looking for what is not there.',
        put: put('vehicle', { drawAmps: 0.03 }),
      },
    ],
  },
];
