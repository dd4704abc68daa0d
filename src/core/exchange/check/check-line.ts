import type { CheckEvidence } from '../../circuit/check-evidence';
import type { CheckAssessment } from '../../circuit/judge-check';

/** The columns of what a check comes to, one check a row. */
export const CHECK_RESULT_COLUMNS = [
  'vehicle',
  'cause_1',
  'p_1',
  'cause_2',
  'p_2',
  'cause_3',
  'p_3',
  'battery_verdict',
  'next_probe',
  'findings',
  'actions',
] as const;

/** Causes that are told. */
const TOLD = 3;
/** From here on a cause of the battery is what its verdict goes by, and under that it is taken for sound. */
const BLAMED = 0.5;
const CLEARED = 0.1;

/** What one check comes to, as a row of `CHECK_RESULT_COLUMNS`. */
export function checkLine(vehicle: string, evidence: CheckEvidence, assessment: CheckAssessment): string[] {
  const { causes, next, findings, actions } = assessment;
  const [probe] = next;
  return [
    vehicle,
    ...causes.slice(0, TOLD).flatMap(({ cause, probability }) => [cause, probability.toFixed(3)]),
    batteryVerdictOf(evidence, assessment) ?? '',
    probe ? (probe.segment ? `${probe.of}:${probe.segment}` : probe.of) : '',
    [...new Set(findings.map(({ code, segment }) => (segment ? `${code}:${segment}` : code)))].join(';'),
    actions.map(({ text }) => text).join(' / '),
  ];
}

/** What the readings say of the battery by themselves; null where they do not say enough. The Bench says it better. */
function batteryVerdictOf(
  { batteryVerdict, measured }: CheckEvidence,
  { causes }: CheckAssessment,
): string | null {
  if (batteryVerdict !== null) return batteryVerdict;
  const chance = (name: string) => causes.find(({ cause }) => cause === name)?.probability ?? 0;
  if (chance('battery_faulty') >= BLAMED || chance('battery_worn') >= BLAMED) return 'retire';
  if (chance('battery_low_charge') >= BLAMED) return 'charge';
  const isSeen = measured.rest_v !== undefined && measured.crank_v !== undefined;
  const most = Math.max(...['battery_faulty', 'battery_worn', 'battery_low_charge'].map(chance));
  return isSeen && most < CLEARED ? 'serve' : null;
}
