import { formatQuantity } from '../quantity/format';
import type { Cause } from '../vehicle/cause';
import { segmentLabel } from '../vehicle/path';
import type { Regulator } from '../vehicle/vehicle';
import type { CheckEvidence } from './check-evidence';
import type { CircuitOfDraw } from './draw-by-fuse';
import type { RankedCause } from './ranking';
import { pieceAtFault, type SegmentResult } from './segment-drop';

/** What is to be done about a cause, and what goes before what: charge, then connections, then parts, the new battery last. */
export interface Action {
  readonly cause: Cause;
  readonly text: string;
  /** What of it stands on the vehicle’s page until a reading has closed it; null where nothing does. */
  readonly caution: string | null;
}

/** Where on its path or its circuit a cause sits, as far as the survey and the fuses have found it. */
interface Located {
  readonly results: readonly SegmentResult[];
  readonly circuits: readonly CircuitOfDraw[];
}

/** Causes with this chance and more are acted on. */
const ACTED_ON = 0.5;
/** Where none has it, the first is, from here on. */
const FIRST_ACTED_ON = 0.3;

/** The order in which what is found is put right. Rule of the trade. */
const ORDER: readonly Cause[] = [
  'battery_low_charge',
  'starting_plus_path',
  'starting_minus_path',
  'charging_plus_path',
  'charging_minus_path',
  'belt',
  'feed_or_fuse',
  'solenoid',
  'regulator_high',
  'regulator_low',
  'regulator_open',
  'regulator_intermittent',
  'alternator_weak',
  'diode',
  'parasitic_draw',
  'starter_drag',
  'engine_drag',
  'battery_faulty',
  'battery_worn',
];

/** What to do, in the order in which it should be done. */
export function actionsOf(
  ranked: readonly RankedCause[],
  evidence: CheckEvidence,
  { results, circuits }: Located,
): Action[] {
  const found = ranked.filter(({ cause }) => cause !== 'nothing_found');
  const likely = found.filter(({ probability }) => probability >= ACTED_ON);
  const [first] = ranked;
  const alone =
    likely.length === 0 && first && first.cause !== 'nothing_found' && first.probability >= FIRST_ACTED_ON
      ? [first]
      : [];
  const causes = new Set([...likely, ...alone].map(({ cause }) => cause));
  return ORDER.filter((cause) => causes.has(cause)).flatMap((cause) =>
    isToldAlready(cause, causes, results) ? [] : [actionOf(cause, causes, evidence, { results, circuits })],
  );
}

/** A piece that both currents go through is mended once. */
function isToldAlready(cause: Cause, causes: ReadonlySet<Cause>, results: readonly SegmentResult[]): boolean {
  const twin =
    cause === 'charging_plus_path'
      ? ('starting_plus_path' as const)
      : cause === 'charging_minus_path'
        ? ('starting_minus_path' as const)
        : null;
  if (twin === null || !causes.has(twin)) return false;
  return pieceOf(cause, results) !== null && pieceOf(cause, results) === pieceOf(twin, results);
}

const SIDE_OF = {
  charging_plus_path: 'charge_plus',
  charging_minus_path: 'charge_minus',
  starting_plus_path: 'start_plus',
  starting_minus_path: 'start_minus',
} as const;

/** The piece at fault of a path that is a cause, once the survey has found it. */
export function pieceOf(cause: Cause, results: readonly SegmentResult[]): SegmentResult['segment'] | null {
  if (!(cause in SIDE_OF)) return null;
  return pieceAtFault(SIDE_OF[cause as keyof typeof SIDE_OF], results)?.segment ?? null;
}

function actionOf(
  cause: Cause,
  causes: ReadonlySet<Cause>,
  { vehicle }: CheckEvidence,
  { results, circuits }: Located,
): Action {
  const told = (text: string, caution: string | null = null): Action => ({ cause, text, caution });
  switch (cause) {
    case 'battery_low_charge':
      return told('Charge the battery, let it rest and test it; then read again what was indicative.');
    case 'battery_worn':
    case 'battery_faulty':
      return told(
        chargesWrong(causes)
          ? 'Replace the battery, once the charging is right: it would kill the next one.'
          : 'Replace the battery; read the regulated voltage and the draw with the new one.',
        chargesWrong(causes) ? 'Charging first, then the new battery.' : null,
      );
    case 'regulator_high':
      return told(
        regulatorText(vehicle.regulator, 'the voltage is too high'),
        'Regulator first, then any new battery: this one is being cooked.',
      );
    case 'regulator_low':
      return told(regulatorText(vehicle.regulator, 'the voltage is too low'), 'It does not charge enough.');
    case 'regulator_open':
      return told(regulatorText(vehicle.regulator, 'it does not regulate at all'), 'It does not charge.');
    case 'regulator_intermittent':
      return told(
        `Brushes, plug and wiring by hand while it runs; then ${regulatorText(vehicle.regulator, 'it comes and goes').toLowerCase()}`,
        'Its charging comes and goes.',
      );
    case 'alternator_weak':
      return told(
        'Belt and connections first, if they were not read; then brushes, or the alternator.',
        'The alternator gives too little.',
      );
    case 'diode':
      return told(
        'Replace the alternator, or its rectifier; read the draw again.',
        'A diode is open or leaks.',
      );
    case 'belt':
      return told(
        'Tension or replace the belt, look at the pulley; then read the output again.',
        'The belt slips.',
      );
    case 'feed_or_fuse':
      return told(
        'Restore the regulator’s feed, or the main fuse: find out why it blew before a new one goes in.',
        'The alternator has no feed, or no way to the battery.',
      );
    case 'charging_plus_path':
    case 'charging_minus_path':
    case 'starting_plus_path':
    case 'starting_minus_path':
      return told(connectionText(cause, results));
    case 'solenoid':
      return told('Contacts of the solenoid, or the solenoid.');
    case 'starter_drag':
      return told('The starter itself: bearings, brushes, armature. Connections were read before.');
    case 'engine_drag':
      return told('The engine is hard to turn: oil, cold, a driven unit. No battery mends that.');
    case 'parasitic_draw':
      return told(drawText(circuits), 'It is drained at rest.');
    case 'nothing_found':
      return told('Nothing.');
  }
}
/** Where a draw goes, once the fuses have been walked. */
function drawText(circuits: readonly CircuitOfDraw[]): string {
  const [first] = circuits;
  if (!first)
    return 'Pull one fuse after another while it sleeps: the one that drops the draw names the circuit.';
  const fall = `pulling it takes ${milliamps(first.dropAmps)} off the draw`;
  const found = `Find what stays awake on the circuit of fuse ${first.fuse}: ${fall}.`;
  return first.explains ? found : `${found} ${milliamps(first.leftAmps)} are left: go on with the fuses.`;
}

const milliamps = (amps: number) => formatQuantity(1000 * amps, 'mA');

const WRONG_CHARGING: readonly Cause[] = [
  'regulator_high',
  'regulator_low',
  'regulator_open',
  'regulator_intermittent',
  'alternator_weak',
  'diode',
  'belt',
  'feed_or_fuse',
  'parasitic_draw',
];
const chargesWrong = (causes: ReadonlySet<Cause>) => WRONG_CHARGING.some((cause) => causes.has(cause));

function regulatorText(regulator: Regulator | null, why: string): string {
  switch (regulator) {
    case 'separate':
      return `Ground of the regulator first, then the regulator: ${why}.`;
    case 'computer':
      return `Wiring and plug between alternator and computer first: ${why}.`;
    default:
      return `The regulator sits in the alternator, which is changed with it: ${why}.`;
  }
}

function connectionText(cause: keyof typeof SIDE_OF, results: readonly SegmentResult[]): string {
  const piece = pieceOf(cause, results);
  if (piece) return `Clean, tighten or replace: ${segmentLabel(piece).toLowerCase()}. Then read it again.`;
  return `Walk the side piece by piece: ${segmentLabel(SIDE_OF[cause]).toLowerCase()}.`;
}
