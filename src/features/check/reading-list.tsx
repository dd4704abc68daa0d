'use client';

import { clsx } from 'clsx';
import { CircleAlert, Check as Tick } from 'lucide-react';
import type { CheckFinding } from '@/core/circuit/check-finding';
import type { CheckState } from '@/core/circuit/check-of-readings';
import { checkValueWords } from '@/core/steps/check/parts';
import { type CheckName, checkFacts, isMeasured } from '@/core/vehicle/check-reading';

/** The readings of a check in working order, by what they are about. */
export const READING_GROUPS: readonly (readonly [string, readonly CheckName[]])[] = [
  ['Battery', ['rest_v', 'key_on_v']],
  ['Looked at', ['belt', 'fuse', 'lamp_key_on', 'lamp_running']],
  ['Cranking', ['crank_v', 'crank_a', 'inrush_v', 'crank_s']],
  [
    'Charging',
    ['idle_v', 'fast_v', 'idle_loaded_v', 'fast_loaded_v', 'output_a', 'net_a', 'ripple_v', 'feed_v'],
  ],
  ['Connections', ['drop_v']],
  ['Afterwards', ['off_1min_v', 'off_5min_v', 'draw_a']],
];

/** Every reading of the check: what was read, and which one comes next. */
export function ReadingList({
  state,
  chosen,
  next,
  onChoose,
}: {
  readonly state: CheckState;
  readonly chosen: CheckName;
  readonly next: CheckName | null;
  readonly onChoose: (name: CheckName) => void;
}) {
  return (
    <nav aria-label="Readings" className="grid content-start gap-3 max-lg:hidden">
      {READING_GROUPS.map(([group, names]) => (
        <section key={group} aria-label={group}>
          <h2 className="heading px-2 pb-1">{group}</h2>
          <ul>
            {names.map((name) => (
              <li key={name}>
                <button
                  type="button"
                  aria-current={name === chosen ? 'step' : undefined}
                  onClick={() => onChoose(name)}
                  className={clsx(
                    'grid min-h-11 w-full grid-cols-[1.25rem_1fr_auto] items-center gap-2 rounded-md px-2 text-left hover:bg-harbour-wash',
                    name === chosen && 'bg-harbour-wash font-semibold',
                  )}
                >
                  <State
                    name={name}
                    findings={state.assessment.findings}
                    isRead={readWords(state, name) !== null}
                  />
                  <span>
                    <span>{checkFacts(name).label}</span>
                    {name === next && <span className="ml-2 text-sm font-semibold text-harbour">next</span>}
                  </span>
                  <span className="figures text-sm text-soft">{readWords(state, name)}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </nav>
  );
}

/** What stands for a reading, in a few words; null while it was not read. */
export function readWords({ evidence }: CheckState, name: CheckName): string | null {
  if (name === 'drop_v') return evidence.drops.length > 0 ? `${evidence.drops.length} read` : null;
  if (!isMeasured(name)) return evidence.looked[name] ?? null;
  const value = evidence.measured[name];
  return value === undefined ? null : checkValueWords(name, value);
}

function State({
  name,
  findings,
  isRead,
}: {
  readonly name: CheckName;
  readonly findings: readonly CheckFinding[];
  readonly isRead: boolean;
}) {
  const own = findings.filter(({ of }) => of === name);
  const isWrong = own.some(({ severity }) => severity === 'fault' || severity === 'caution');
  if (!isRead) return <span aria-hidden="true" className="size-4 rounded-full border border-line-strong" />;
  return isWrong ? (
    <CircleAlert size={18} aria-label="over its limit" className="text-retire" />
  ) : (
    <Tick size={18} aria-label="read" className="text-serve" />
  );
}
