import { Redo2, Undo2 } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { LOT_PLAN, LOT_STEPS, type LotStep } from '@/core/exchange/lot/lot-grid';
import { type LotHistory, redone, undone } from '@/core/exchange/lot/lot-history';
import { Button } from '@/ui/button';
import { Key } from '@/ui/key';

/** Names the grid, which shows the columns of the step that is chosen. */
export const GRID_ID = 'lot-grid';

/** The steps of grading a rack, in working order. */
export function StepTabs({
  step,
  onStep,
}: {
  readonly step: LotStep;
  readonly onStep: (step: LotStep) => void;
}) {
  return (
    <Tabs.Root
      value={step}
      onValueChange={(id) => onStep(id as LotStep)}
      className="min-w-0 max-sm:w-full max-sm:overflow-x-auto"
    >
      <Tabs.List aria-label="Step" className="flex gap-1 sm:flex-wrap" onKeyDownCapture={toNextTab}>
        {LOT_STEPS.map((id) => (
          <Tabs.Trigger
            key={id}
            value={id}
            aria-controls={GRID_ID}
            className="min-h-11 shrink-0 rounded-md bg-sheet px-3 hover:bg-harbour-wash data-[state=active]:bg-harbour data-[state=active]:font-semibold data-[state=active]:text-harbour-ink"
          >
            {LOT_PLAN[id].label}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
    </Tabs.Root>
  );
}

const AWAY: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowLeft: -1 };

/**
 * Gives the focus to the tab beside at once, which chooses it. The library does so a moment later, and of two presses
 * that come while a large rack is drawn it would count one.
 */
function toNextTab(event: React.KeyboardEvent<HTMLElement>): void {
  const away = AWAY[event.key];
  if (away === undefined || event.ctrlKey || event.altKey || event.metaKey || event.shiftKey) return;
  event.preventDefault();
  event.stopPropagation();
  const tabs: (Element | null)[] = [...event.currentTarget.querySelectorAll('[role="tab"]')];
  const at = tabs.indexOf(document.activeElement);
  const next = tabs[(at + away + tabs.length) % tabs.length];
  if (next instanceof HTMLElement) next.focus();
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
    <div className="flex flex-wrap items-center gap-2 sm:ml-auto max-sm:flex-nowrap">
      <Button aria-label="Undo" title="Ctrl Z" disabled={noPast} onClick={() => change(undone)}>
        <Undo2 size={18} aria-hidden="true" />
      </Button>
      <Button aria-label="Redo" title="Ctrl Y" disabled={noFuture} onClick={() => change(redone)}>
        <Redo2 size={18} aria-hidden="true" />
      </Button>
      <Button title="Ctrl D" className="max-sm:hidden" onClick={onFillDown}>
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
  ['Ctrl Delete', 'takes the row out'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Y', 'redo'],
  ['Ctrl V', 'a piece of a spreadsheet'],
  ['Esc', 'to what is to do'],
] as const;

/** The keys of the grid. */
export function KeysLine() {
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-1 text-sm max-sm:hidden">
      {KEYS.map(([key, does]) => (
        <span key={key}>
          <Key>{key}</Key> {does}
        </span>
      ))}
    </p>
  );
}
