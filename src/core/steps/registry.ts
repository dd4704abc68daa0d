import type { StepId } from '../assessment/step-id';
import type { Problem } from '../quantity/result';
import type { TemperatureUnit } from '../quantity/temperature';
import { charge } from './charge/step';
import { CHECK_PARTS, CHECK_TITLES } from './check/parts';
import { clean } from './clean/step';
import { complaint } from './complaint/step';
import { conductance } from './conductance/step';
import { crank } from './crank/step';
import { discharge } from './discharge/step';
import { hydrometer } from './hydrometer/step';
import { identify } from './identify/step';
import { inspect } from './inspect/step';
import { load } from './load/step';
import { RUN_PARTS, RUN_TITLES } from './of-the-run/parts';
import { openCircuit } from './open-circuit/step';
import type { OneReading, ReadingKind } from './reading';
import { recovery } from './recovery/step';
import { settle } from './settle/step';
import { stand } from './stand/step';
import type { AnyStep, Beside, ReadingPart } from './step';
import { threeMinute } from './three-minute/step';
import { topUp } from './top-up/step';
import { vehicle } from './vehicle/step';
import { verdict } from './verdict/step';

const EVERY_STEP = {
  identify,
  complaint,
  inspect,
  vehicle,
  clean,
  settle,
  hydrometer,
  charge,
  conductance,
  load,
  recovery,
  crank,
  stand,
  verdict,
  top_up: topUp,
  open_circuit: openCircuit,
  three_minute: threeMinute,
  discharge,
};

/** Every step of a run, by its id. One that is left out does not compile. */
export const STEPS: Readonly<Record<StepId, AnyStep>> = EVERY_STEP;

/** The step that each kind of reading is taken in; none for what is said of the run as a whole. */
const STEP_OF: ReadonlyMap<string, StepId> = new Map(
  Object.entries(EVERY_STEP).flatMap(([id, { readings }]) =>
    Object.keys(readings).map((kind) => [kind, id as StepId] as const),
  ),
);

/** What a reading is called: by its step, or by what was said of the run. */
export function readingTitle(kind: ReadingKind): string {
  const step = STEP_OF.get(kind);
  if (step) return STEPS[step].label;
  const titles: Readonly<Record<string, string>> = { ...RUN_TITLES, ...CHECK_TITLES };
  return titles[kind] ?? kind;
}

/** What is known of each kind of reading. */
const PARTS: { readonly [K in ReadingKind]: ReadingPart<K> } = {
  ...identify.readings,
  ...complaint.readings,
  ...inspect.readings,
  ...vehicle.readings,
  ...clean.readings,
  ...topUp.readings,
  ...settle.readings,
  ...openCircuit.readings,
  ...hydrometer.readings,
  ...conductance.readings,
  ...threeMinute.readings,
  ...charge.readings,
  ...discharge.readings,
  ...load.readings,
  ...recovery.readings,
  ...crank.readings,
  ...stand.readings,
  ...RUN_PARTS,
  ...CHECK_PARTS,
};

/** What a reading says, in a few words for the run sheet. */
export function readingWords<K extends ReadingKind>(
  { kind, data }: Pick<OneReading<K>, 'kind' | 'data'>,
  unit: TemperatureUnit,
): string {
  const { words }: ReadingPart<K> = PARTS[kind];
  return words(data, unit);
}

/** What is impossible about a reading on this battery, or beside the other readings of its run. */
export function impossibleBeside<K extends ReadingKind>(
  reading: OneReading<K>,
  beside: Beside,
): readonly Problem[] {
  const { impossible }: ReadingPart<K> = PARTS[reading.kind];
  return impossible?.(reading, beside) ?? [];
}
