import type { MarkName, Marks } from '@/core/recording/marks';
import type { Span } from '@/core/recording/recording';

/** A line that can be moved: a moment, or an end of a stretch. */
export interface Handle {
  readonly id: string;
  readonly label: string;
  readonly short: string;
  readonly atS: number;
  readonly moved: (marks: Marks, atS: number) => Marks;
}

/** A stretch that something is read off over. */
export interface Band {
  readonly name: MarkName;
  readonly label: string;
  readonly span: Span;
}

const MOMENTS = [
  ['keyOnS', 'Key on', 'key'],
  ['onsetS', 'First pull', 'pull'],
  ['startS', 'It runs', 'runs'],
  ['crossS', 'Back above rest', 'above'],
] as const;
const SPANS = [
  ['rest', 'At rest'],
  ['plateau', 'Turns evenly'],
  ['charging', 'Charging'],
  ['taper', 'Taper'],
] as const;

/** The moments and ends of stretches of a recording, as lines to be moved. */
export function handlesOf(marks: Marks): Handle[] {
  const moments = MOMENTS.flatMap(([name, label, short]): Handle[] => {
    const atS = marks[name];
    return atS === null
      ? []
      : [{ id: name, label, short, atS, moved: (from, to) => ({ ...from, [name]: to }) }];
  });
  const ends = SPANS.flatMap(([name, label]): Handle[] => {
    const span = marks[name];
    if (!span) return [];
    return (['fromS', 'toS'] as const).map((end) => ({
      id: `${name}-${end}`,
      label: `${label}, ${end === 'fromS' ? 'from' : 'to'}`,
      short: '',
      atS: span[end],
      moved: (from, to) => ({ ...from, [name]: orderedSpan({ ...(from[name] ?? span), [end]: to }) }),
    }));
  });
  return [...moments, ...ends];
}

const orderedSpan = ({ fromS, toS }: Span): Span => ({
  fromS: Math.min(fromS, toS),
  toS: Math.max(fromS, toS),
});

/** The stretches of a recording. */
export function bandsOf(marks: Marks): Band[] {
  return SPANS.flatMap(([name, label]) => {
    const span = marks[name];
    return span ? [{ name, label, span }] : [];
  });
}
