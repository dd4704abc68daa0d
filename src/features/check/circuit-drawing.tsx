'use client';

import { clsx } from 'clsx';
import type { SegmentResult } from '@/core/circuit/segment-drop';
import { formatQuantity } from '@/core/quantity/format';
import { PIECE_FACTS, type Segment, SIDE_FACTS, SIDES } from '@/core/vehicle/path';

/**
 * Both paths from the machine to the post, piece by piece: each piece and each side as a whole is chosen here, and shows what it has, its
 * share of what its side loses and whether it may.
 */
export function CircuitDrawing({
  results,
  chosen,
  next,
  onChoose,
}: {
  readonly results: readonly SegmentResult[];
  readonly chosen: Segment | null;
  readonly next: Segment | null;
  readonly onChoose: (segment: Segment) => void;
}) {
  const resultOf = (segment: Segment) => results.find((one) => one.segment === segment);
  return (
    <div className="grid gap-2">
      {SIDES.map((side) => {
        const { label, pieces, from, to } = SIDE_FACTS[side];
        return (
          <section
            key={side}
            aria-label={label}
            className="grid items-stretch gap-x-2 gap-y-1 sm:grid-cols-[8.5rem_minmax(0,1fr)]"
          >
            <SegmentKey
              label={label}
              hint={`${from} to ${to}`}
              result={resultOf(side)}
              isChosen={chosen === side}
              isNext={next === side}
              onChoose={() => onChoose(side)}
            />
            <div className="relative flex gap-1 max-sm:ml-5 max-sm:flex-col">
              <Wire />
              {pieces.map((piece) => (
                <SegmentKey
                  key={piece}
                  label={PIECE_FACTS[piece].label}
                  hint={PIECE_FACTS[piece].kind === 'joint' ? 'joint' : 'run'}
                  result={resultOf(piece)}
                  isChosen={chosen === piece}
                  isNext={next === piece}
                  onChoose={() => onChoose(piece)}
                />
              ))}
            </div>
          </section>
        );
      })}
    </div>
  );
}

/** The conductor that the pieces of a side lie along. */
const Wire = () => (
  <span
    aria-hidden="true"
    className="absolute top-1/2 right-0 left-0 -z-10 h-0.5 bg-ink max-sm:top-0 max-sm:bottom-0 max-sm:left-4 max-sm:h-auto max-sm:w-0.5"
  />
);

function SegmentKey({
  label,
  hint,
  result,
  isChosen,
  isNext,
  onChoose,
}: {
  readonly label: string;
  readonly hint: string;
  readonly result: SegmentResult | undefined;
  readonly isChosen: boolean;
  readonly isNext: boolean;
  readonly onChoose: () => void;
}) {
  const isOver = result !== undefined && result.margin < 0;
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      onClick={onChoose}
      className={clsx(
        'grid min-h-14 min-w-0 grow basis-0 content-center rounded-md border px-2 py-1 text-left leading-tight',
        isChosen
          ? 'border-2 border-harbour bg-harbour-wash'
          : 'border-line-strong bg-sheet hover:bg-harbour-wash',
        isNext && !isChosen && 'border-2 border-dashed border-harbour',
      )}
    >
      <span className="text-sm font-semibold hyphens-auto">{label}</span>
      {result ? (
        <span className={clsx('figures text-sm', isOver ? 'font-semibold text-retire' : 'text-serve')}>
          {formatQuantity(result.milliohms, 'mΩ', { decimals: result.milliohms < 10 ? 1 : 0 })}
          {result.share !== null && ` · ${formatQuantity(100 * result.share, '%')}`}
          {isOver ? ' over' : ''}
        </span>
      ) : (
        <span className="text-xs text-soft">{isNext ? 'next' : hint}</span>
      )}
    </button>
  );
}
