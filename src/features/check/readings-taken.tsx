'use client';

import type { CheckState } from '@/core/circuit/check-of-readings';
import { checkReadingWords } from '@/core/steps/check/parts';
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
            <span className="mr-auto">{checkReadingWords(reading.data)}</span>
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
