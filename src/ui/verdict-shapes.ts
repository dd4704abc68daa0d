import type { Verdict } from '@/core/assessment/verdict';

/** A piece of a shape in a square of 24 by 24: filled by its outline, or drawn along it. */
export interface ShapePart {
  readonly d: string;
  /** Width of the line that is drawn along the outline; absent where it is filled. */
  readonly line?: number;
  readonly dashes?: string;
}

const disc = (radius: number) =>
  `M${12 - radius} 12a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0z`;

/** Shapes of our own, told apart without colour, on screen and on paper. */
export const VERDICT_SHAPES: Readonly<Record<Verdict, readonly ShapePart[]>> = {
  // A full disc: whole.
  serve: [{ d: disc(10) }],
  // A disc with its lower half full: some of it left.
  watch: [{ d: disc(8.75), line: 2.5 }, { d: 'M3 12h18a9 9 0 0 1-18 0z' }],
  // A wedge pointing up: fill it.
  charge: [{ d: 'M12 1.5 22.5 21.5 12 17 1.5 21.5z' }],
  // A slab laid down: taken out.
  retire: [{ d: 'M1.5 8.5h21v7h-21z' }],
  // A square on its corner with a hole: keep a distance.
  quarantine: [{ d: 'M12 0.5 23.5 12 12 23.5 0.5 12zM12 8a4 4 0 1 0 0 8 4 4 0 0 0 0-8z' }],
  // A broken ring: not closed yet.
  undecided: [{ d: disc(8.75), line: 2.5, dashes: '5.4 3.76' }],
};
