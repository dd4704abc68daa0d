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
    <div className="grid gap-3">
      {SIDES.map((side) => {
        const { label, pieces, from, to } = SIDE_FACTS[side];
        return (
          <section key={side} aria-label={label} className="grid gap-1">
            <div className="flex flex-wrap items-stretch gap-y-1 max-sm:flex-col">
              <SegmentKey
                label={label}
                hint="as a whole"
                result={resultOf(side)}
                isChosen={chosen === side}
                isNext={next === side}
                onChoose={() => onChoose(side)}
              />
              <End label={from} />
              {pieces.map((piece) => (
                <div key={piece} className="flex items-stretch max-sm:flex-col">
                  <SegmentKey
                    label={PIECE_FACTS[piece].label}
                    hint={PIECE_FACTS[piece].kind === 'joint' ? 'joint' : 'run'}
                    result={resultOf(piece)}
                    isChosen={chosen === piece}
                    isNext={next === piece}
                    onChoose={() => onChoose(piece)}
                  />
                  <Wire />
                </div>
              ))}
              <End label={to} />
            </div>
          </section>
        );
      })}
    </div>
  );
}

const Wire = () => (
  <span
    aria-hidden="true"
    className="h-0.5 w-2 self-center bg-line-strong max-sm:ml-6 max-sm:h-2 max-sm:w-0.5 max-sm:self-start"
  />
);

const End = ({ label }: { readonly label: string }) => (
  <span className="flex items-center text-xs text-soft">
    <span aria-hidden="true" className="mx-1 size-2 rounded-full bg-ink" />
    <span className="max-w-16 leading-tight max-sm:max-w-none">{label}</span>
    <Wire />
  </span>
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
        'grid min-h-14 min-w-24 max-w-36 content-center rounded-md border px-2 py-1 text-left leading-tight max-sm:max-w-none',
        isChosen
          ? 'border-2 border-harbour bg-harbour-wash'
          : 'border-line-strong bg-sheet hover:bg-harbour-wash',
        isNext && !isChosen && 'border-2 border-dashed border-harbour',
      )}
    >
      <span className="text-sm font-semibold">{label}</span>
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
