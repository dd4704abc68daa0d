import { render } from '@testing-library/react';
import type { BatterySpec } from '@/core/battery/battery';
import type { RunView } from '@/core/exchange/views';
import { runState } from '@/core/procedure/run-state.test-support';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { newReading, type Reading, type ReadingData, type ReadingKind } from '@/core/steps/reading';
import { ALL_STORED } from '@/ui/outbox/use-stored-run';
import { SiteProvider, type SiteSettings } from '@/ui/site';
import { siteSettings } from '@/ui/site.test-support';
import type { StageProps } from './stages/stage-props';

const START = Date.UTC(2026, 0, 12, 8);
const TECHNICIAN = '01900000-0000-7000-8000-0000000000aa';

const EXAMPLE_SPEC: BatterySpec = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [{ standard: 'SAE', amps: 570 }],
  c20Ah: 60,
  rcMinutes: null,
};

/** A reading as kind and data. */
export type Written = { [K in ReadingKind]: readonly [K, ReadingData<K>] }[ReadingKind];

/** Readings of a run, a minute apart, as a technician would have taken them. */
export function writtenReadings(...written: readonly Written[]): Reading[] {
  return written.map(([kind, data], index) =>
    newReading(kind, data, {
      id: `01900000-0000-7000-8000-${String(index).padStart(12, '0')}`,
      runId: 'run',
      takenAtMs: START + index * 60_000,
      technicianId: TECHNICIAN,
      instrument: 'typed',
    }),
  );
}

/** An inspected and rested battery. */
export const UP_TO_OPEN: readonly Written[] = [
  ['identify', { confirmed: true }],
  ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }],
  ['settle', { method: 'rested', restMinutes: 780, clockMinutes: 0 }],
];

const EXAMPLE_VIEW: RunView = {
  run: {
    id: 'run',
    batteryId: 'b',
    startedAtMs: START,
    startedById: TECHNICIAN,
    finishedAtMs: null,
    finishedById: null,
    rulesId: 'integra-standard',
    rulesVersion: 1,
    assessmentId: null,
  },
  battery: {
    id: 'b',
    tag: 'FH-0107',
    type: 'flooded',
    nominalVolts: 12,
    ratings: [{ standard: 'SAE', amps: 570 }],
    c20Ah: 60,
    rcMinutes: null,
    model: 'Marrowfen Haul 80',
    place: 'Yard tractor 1',
    dateCode: '',
    fittedOn: null,
  },
  readings: [],
  assessments: [],
  unreadable: [],
  rules: STANDARD_RULES,
};

/** Everything that a stage gets, for a run with these readings; captures are collected. */
export function stageProps(readings: readonly Reading[], minutesLater = 30) {
  const captured: (readonly [ReadingKind, unknown])[] = [];
  const nowMs = START + (readings.length + minutesLater) * 60_000;
  const props: StageProps = {
    spec: EXAMPLE_SPEC,
    nowMs,
    state: runState(EXAMPLE_SPEC, readings, STANDARD_RULES, nowMs),
    correcting: null,
    onTyping: () => {},
    capture: (kind, data) => {
      captured.push([kind, data]);
      return [];
    },
    run: {
      view: EXAMPLE_VIEW,
      readings,
      store: ALL_STORED,
      problems: [],
      capture: () => [],
      finish: async () => {},
      reopen: async () => {},
      discard: async () => {},
      retry: async () => {},
    },
  };
  return { props, captured };
}

/** Renders under a site with one technician. */
export function renderOnSite(node: React.ReactNode, extra: Partial<SiteSettings> = {}) {
  const here = { technicians: [{ id: TECHNICIAN, name: 'Maro Tindell' }], technicianId: TECHNICIAN };
  const settings = siteSettings({ ...here, ...extra });
  return render(<SiteProvider settings={settings}>{node}</SiteProvider>);
}
