import { Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { LOT_PLAN, LOT_STEPS, type LotStep } from '@/core/exchange/lot/lot-grid';
import { type LotHistory, redone, undone } from '@/core/exchange/lot/lot-history';
import { Button } from '@/ui/button';
import { Key } from '@/ui/key';

/** The steps of grading a rack, in working order. */
export function StepTabs({
  step,
  onStep,
}: {
  readonly step: LotStep;
  readonly onStep: (step: LotStep) => void;
}) {
  return (
    <div role="tablist" aria-label="Step" className="flex flex-wrap gap-1">
      {LOT_STEPS.map((id) => (
        <button
          key={id}
          type="button"
          role="tab"
          aria-selected={step === id}
          className={`min-h-11 rounded-md px-4 ${step === id ? 'bg-harbour font-semibold text-harbour-ink' : 'bg-sheet hover:bg-harbour-wash'}`}
          onClick={() => onStep(id)}
        >
          {LOT_PLAN[id].label}
        </button>
      ))}
    </div>
  );
}

interface EditToolsProps {
  readonly history: LotHistory;
  readonly change: (edit: (before: LotHistory) => LotHistory) => void;
  readonly onFillDown: () => void;
  readonly onMoreRows: (count: number) => void;
}

/** What can be done to the whole rack: a step back, a step forward, fill down, more rows. */
export function EditTools({ history, change, onFillDown, onMoreRows }: EditToolsProps) {
  const [more, setMore] = useState('10');
  const noPast = history.past.length === 0;
  const noFuture = history.future.length === 0;
  return (
    <div className="ml-auto flex flex-wrap items-center gap-2">
      <Button aria-label="Undo" title="Ctrl Z" disabled={noPast} onClick={() => change(undone)}>
        <Undo2 size={18} aria-hidden="true" />
      </Button>
      <Button aria-label="Redo" title="Ctrl Y" disabled={noFuture} onClick={() => change(redone)}>
        <Redo2 size={18} aria-hidden="true" />
      </Button>
      <Button title="Ctrl D" onClick={onFillDown}>
        Fill down
      </Button>
      <form
        className="flex items-center gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (Number(more) >= 1) onMoreRows(Number(more));
        }}
      >
        <input
          aria-label="How many more batteries"
          inputMode="numeric"
          value={more}
          maxLength={3}
          className="figures min-h-12 w-14 rounded-md border border-line-strong bg-sheet px-2 text-right"
          onChange={(event) => setMore(event.target.value.replace(/\D/g, ''))}
        />
        <Button type="submit">more rows</Button>
      </form>
    </div>
  );
}

const KEYS = [
  ['Enter', 'down'],
  ['Shift Enter', 'up'],
  ['Ctrl D', 'fill down'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Y', 'redo'],
  ['Ctrl V', 'puts a piece of a spreadsheet in, by its headings where it has them'],
] as const;

/** The keys of the grid. */
export function KeysLine() {
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      {KEYS.map(([key, does]) => (
        <span key={key}>
          <Key>{key}</Key> {does}
        </span>
      ))}
    </p>
  );
}
