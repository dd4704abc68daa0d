'use client';

import type { CheckView } from '@/core/exchange/views';
import { isOfKind } from '@/core/steps/reading';
import { readingProblems } from '@/core/vehicle/check-reading-problems';
import { type HeldRun, type KindOfRun, useStoredRun } from '@/ui/outbox/use-stored-run';

/** A check as its screen holds it; one for practice is kept nowhere. */
export type Check = HeldRun<CheckView> & { readonly practice?: boolean };

const CHECK_OF_VEHICLE: KindOfRun<CheckView> = {
  path: '/api/checks',
  isOne: (stored) => 'vehicle' in stored,
  nameOf: ({ vehicle }) => vehicle.name,
  problemsWith: (reading, _readings, { vehicle }) =>
    isOfKind(reading, 'check_reading') ? readingProblems(reading.data, vehicle.systemVolts ?? 12) : [],
};

/** The check of a vehicle, kept in step with the server and with other tabs. */
export function useCheck(initial: CheckView): Check {
  return useStoredRun(CHECK_OF_VEHICLE, initial);
}
