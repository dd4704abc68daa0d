import type { CheckCaution } from './check-reading';

/** What can hurt while something is read on a vehicle; null where nothing can. */
export const CHECK_CAUTIONS: Readonly<Record<CheckCaution, string | null>> = {
  none: null,
  running:
    'Running engine: nobody in front, hands and leads off belts and fans, exhaust outside, brake and chocks. The ' +
    'alternator’s output stud is live: disconnect before spanners.',
  kept_from_starting:
    'Kept from starting: pull the fuel rather than the ignition, never the ignition alone, and put it back. Out of ' +
    'gear, brake on, nobody near belts and fans. Ten seconds at most, then let the starter cool.',
  bank:
    'Running engine and a bank that pulls hundreds of amperes: 15 s at most, never under 11 V, then let it cool. ' +
    'Hands and leads off belts and fans; the output stud is live.',
};

/** What can hurt while a battery is changed. */
export const FITTING_CAUTION =
  'Negative off first and on last. Lift with a carrier; goggles and gloves. Same construction as the slot asks for. ' +
  'Hold-down tight, terminals protected; a vehicle whose charging is managed is told of the new one. The old one is ' +
  'hazardous goods.';
