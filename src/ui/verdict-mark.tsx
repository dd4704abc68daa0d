import type { Verdict } from '@/core/assessment/verdict';

/** Shapes of our own, told apart without colour: each fills a 24 by 24 square. */
const SHAPES: Readonly<Record<Verdict, React.ReactNode>> = {
  // A full disc: whole.
  serve: <circle cx="12" cy="12" r="10" />,
  // A disc with its lower half full: some of it left.
  watch: (
    <>
      <circle cx="12" cy="12" r="8.75" fill="none" stroke="currentColor" strokeWidth="2.5" />
      <path d="M3 12h18a9 9 0 0 1-18 0z" />
    </>
  ),
  // A wedge pointing up: fill it.
  charge: <path d="M12 1.5 22.5 21.5 12 17 1.5 21.5z" />,
  // A slab laid down: taken out.
  retire: <path d="M1.5 8.5h21v7h-21z" />,
  // A square on its corner with a hole: keep a distance.
  quarantine: (
    <path fillRule="evenodd" d="M12 0.5 23.5 12 12 23.5 0.5 12zM12 8a4 4 0 1 0 0 8 4 4 0 0 0 0-8z" />
  ),
  // A broken ring: not closed yet.
  undecided: (
    <circle
      cx="12"
      cy="12"
      r="8.75"
      fill="none"
      stroke="currentColor"
      strokeWidth="2.5"
      strokeDasharray="5.4 3.76"
    />
  ),
};

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
      {SHAPES[verdict]}
    </svg>
  );
}
