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
];
