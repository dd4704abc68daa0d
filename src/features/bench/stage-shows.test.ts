import type { Gate } from '@/core/steps/gate';
import { writtenReadings } from './bench.test-support';
import { type Chosen, NOTHING_CHOSEN, stageShows } from './stage-shows';

const [read, on] = writtenReadings(
  ['open_circuit', { volts: 12.6, temperatureC: 20 }],
  ['charge_start', { mode: 'normal', volts: 14.4, amps: 6, hours: 5 }],
);
const OPEN: Gate = { open: true };
const BARRED: Gate = { open: false, reason: 'settle first', forceable: true, opensAtMs: null };
const again: Chosen = { entry: 'again', forced: false };

const step = (given: Partial<Parameters<typeof stageShows>[0]>) => ({
  ...({ id: 'open_circuit', gate: OPEN, reading: undefined, next: false } as const),
  ...given,
});

it.each([
  [
    'what was read, once the run asks for another step',
    step({ reading: read }),
    NOTHING_CHOSEN,
    false,
    'done',
  ],
  ['the place to read a step once more', step({ reading: read }), again, false, 'entry'],
  [
    'the place to read what the run asks for anew',
    step({ reading: read, next: true }),
    NOTHING_CHOSEN,
    false,
    'entry',
  ],
  ['why a step is barred', step({ gate: BARRED }), NOTHING_CHOSEN, false, 'barred'],
  [
    'the place to capture past a barred gate',
    step({ gate: BARRED }),
    { ...again, forced: true },
    false,
    'entry',
  ],
  [
    'a reading of a barred step to be put right',
    step({ gate: BARRED, reading: read }),
    { entry: { reading: read, reason: 'slip' }, forced: false } as Chosen,
    false,
    'entry',
  ],
  ['the charger while a charge is on', step({ id: 'charge', reading: on }), NOTHING_CHOSEN, false, 'entry'],
  [
    'the charge of a run that was finished with it on',
    step({ id: 'charge', reading: on }),
    NOTHING_CHOSEN,
    true,
    'done',
  ],
  ['that a finished run left a step out', step({}), NOTHING_CHOSEN, true, 'left_out'],
  ['the verdict, always', step({ id: 'verdict', gate: BARRED }), NOTHING_CHOSEN, true, 'entry'],
] as const)('a stage shows %s', (_what, given, chosen, finished, shows) => {
  expect(stageShows(given, chosen, finished)).toBe(shows);
});
