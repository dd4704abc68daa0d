import type { Verdict } from '@/core/assessment/verdict';
import { VERDICT_SHAPES } from './verdict-shapes';

const COLOURS: Readonly<Record<Verdict, string>> = {
  serve: 'text-serve',
  watch: 'text-watch',
  charge: 'text-charge',
  retire: 'text-retire',
  quarantine: 'text-quarantine',
  undecided: 'text-undecided',
};

/** A verdict's shape in its colour. It is decoration: the word stands beside it. */
export function VerdictMark({ verdict, size = 20 }: { readonly verdict: Verdict; readonly size?: number }) {
  return (
    <svg
      aria-hidden="true"
      className={`shrink-0 ${COLOURS[verdict]}`}
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="currentColor"
    >
      {VERDICT_SHAPES[verdict].map(({ d, line, dashes }) =>
        line === undefined ? (
          <path key={d} d={d} fillRule="evenodd" />
        ) : (
          <path key={d} d={d} fill="none" stroke="currentColor" strokeWidth={line} strokeDasharray={dashes} />
        ),
      )}
    </svg>
  );
}
