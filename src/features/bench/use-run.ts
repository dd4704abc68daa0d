'use client';

import type { RunView } from '@/core/exchange/views';
import { checkInRun } from '@/core/steps/check-in-run';
import { type HeldRun, type KindOfRun, useStoredRun } from '@/ui/outbox/use-stored-run';

export interface Run extends HeldRun<RunView> {
  /** A simulated case: its battery is in no register. */
  readonly practice?: boolean;
}

const RUN_OF_BATTERY: KindOfRun<RunView> = {
  path: '/api/runs',
  isOne: (stored) => 'battery' in stored,
  nameOf: ({ battery }) => battery.tag,
  problemsWith: (reading, readings, { battery }) => checkInRun(reading, readings, battery.nominalVolts),
};

/** The run of a battery, kept in step with the server and with other tabs. */
export function useRun(initial: RunView): Run {
  return useStoredRun(RUN_OF_BATTERY, initial);
}
