'use client';

import type { CheckState } from '@/core/circuit/check-of-readings';
import { checkValueWords } from '@/core/steps/check/parts';
import type { ReadingOf } from '@/core/steps/reading';
import { checkFacts, isMeasured } from '@/core/vehicle/check-reading';
import { segmentLabel } from '@/core/vehicle/path';
import { Button } from '@/ui/button';
import { Moment } from '@/ui/moment';
import type { Check } from './use-check';

/** Everything that was read and stands, the newest first; a slip is taken back, and stays in the record. */
export function ReadingsTaken({
  check,
  state,
  isOpen,
}: {
  readonly check: Check;
  readonly state: CheckState;
  readonly isOpen: boolean;
}) {
  if (state.readings.length === 0) return null;
  return (
    <details className="mt-4 border-t pt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        Readings <span className="figures font-normal text-soft">{state.readings.length}</span>
      </summary>
      <ul className="divide-y">
        {[...state.readings].reverse().map((reading) => (
          <li key={reading.id} className="flex flex-wrap items-center gap-x-4 py-1">
            <span className="text-sm text-soft">
              <Moment atMs={reading.takenAtMs} as="time" />
            </span>
            <span className="mr-auto">{words(reading)}</span>
            {isOpen && (
              <Button
                tone="quiet"
                onClick={() => check.capture('withdrawal', {}, { supersedes: { reading, reason: 'a slip' } })}
              >
                Take back
              </Button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}

function words({ data: { of, value, state, segment, amps } }: ReadingOf<'check_reading'>): string {
  const name = segment ? segmentLabel(segment) : checkFacts(of).label;
  if (value === null || !isMeasured(of)) return `${name}: ${state}`;
  return `${name}: ${checkValueWords(of, value)}${amps === null ? '' : ` at ${amps} A`}`;
}
