import { type Evidence, type InspectionEvidence, NOTHING_INSPECTED } from '../../assessment/evidence';
import { formatQuantity } from '../../quantity/format';
import type { CurrentReadings } from '../current-readings';
import { thawGate } from '../gate';
import { cellCount } from '../possible';
import type { ReadingData } from '../reading';
import { always, listed, type Step } from '../step';
import { levelOf } from './level';

export const inspect: Step<'inspection'> = {
  label: 'Inspect',
  task: 'Look at the case, the posts and clamps, the level. Smell.',
  minutes: 2,
  caution:
    'Goggles, acid-proof gloves, apron; eyewash within reach. No flame, spark or smoking. Frozen, cracked, bulged, ' +
    'leaking, hot or smelling of rotten eggs: do not test, charge or jump it; air the room and keep away.',
  gate: thawGate,
  onSheet: always,
  taken: ({ last }) => listed(last.inspection),
  readings: {
    inspection: {
      words,
      impossible: ({ data: { levelsMm } }, { nominalVolts }) =>
        levelsMm ? cellCount('level', levelsMm.length, nominalVolts) : [],
    },
  },
  evidence: (current) => ({ inspection: seenAndTreated(current) }),
  written: ({ inspection }) =>
    inspection && isLookedAt(inspection) ? [{ kind: 'inspection', data: { ...inspection } }] : [],
};

/** The inspection as it stands after cleaning and topping up. Levels read cell by cell outrank the glance. */
function seenAndTreated({ last }: CurrentReadings): Evidence['inspection'] {
  if (!last.inspection) return null;
  const { levelsMm, ...seen } = last.inspection.data;
  const cleaned = last.clean?.data.terminals;
  return {
    ...NOTHING_INSPECTED,
    ...seen,
    level: last.top_up?.data.level ?? levelOf(levelsMm ?? null) ?? seen.level,
    terminals: cleaned ?? seen.terminals,
    topVolts: cleaned === 'ok' ? null : (seen.topVolts ?? null),
  };
}

function isLookedAt(inspection: InspectionEvidence): boolean {
  return Object.values(inspection).some((point) => point !== null);
}

function words(seen: ReadingData<'inspection'>): string {
  const { case: body, smell, terminals, level, topVolts, holdDown } = seen;
  const odd = [
    body === null || body === 'ok' ? '' : `case ${body}`,
    smell === 'rotten_egg' ? 'rotten eggs' : '',
    terminals === null || terminals === 'ok' ? '' : `terminals ${terminals}`,
    topVolts != null && topVolts > 0 ? `top ${formatQuantity(topVolts, 'V')}` : '',
    holdDown === 'loose' || holdDown === 'missing' ? `hold-down ${holdDown}` : '',
    level === 'low' ? 'level low' : level === 'exposed' ? 'plates bare' : '',
    [body, smell, terminals, level].includes(null) ? 'not every point looked at' : '',
  ].filter((word) => word !== '');
  return odd.length === 0 ? 'all in order' : odd.join(', ');
}
