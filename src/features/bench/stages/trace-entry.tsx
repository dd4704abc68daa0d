import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import type { Trace } from '@/core/assessment/evidence';
import { readTraceCsv } from '@/core/exchange/trace-csv';
import type { Problem } from '@/core/quantity/result';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';

interface Props {
  readonly trace: Trace;
  readonly onTrace: (trace: Trace) => void;
}

/** The header that typed points leave out, in the way that they are written. */
function headerFor(text: string): string {
  return text.includes(';') ? 't_s;v;i_a' : 't_s,v,i_a';
}

/** Seconds at which a few points of a falling voltage are usually called out. */
const CALLED_SECONDS = [1, 5, 10, 15] as const;

/** The course of the voltage under load: a few timed points, or a recorder’s CSV pasted in. */
export function TraceEntry({ trace, onTrace }: Props) {
  const [text, setText] = useState('');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const take = () => {
    const read = readTraceCsv(/t_m?s/i.test(text) ? text : `${headerFor(text)}\n${text}`);
    setProblems(read.ok ? [] : read.problems);
    if (read.ok) onTrace(read.value);
  };
  return (
    <details className="group">
      <summary className="flex min-h-11 list-none items-center gap-2">
        <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
        {trace.length > 0 ? `Trace of ${trace.length} points` : 'Enter how it fell: timed points, or CSV'}
      </summary>
      <div className="grid gap-2 pt-1">
        <label className="grid gap-1">
          <span className="text-soft">
            One line a point: seconds, volts, and amperes where they are known. A recorder’s CSV with its
            header
            <span className="figures"> t_s,v,i_a </span> goes in as it is.
          </span>
          <textarea
            rows={5}
            className="figures w-full rounded-md border border-line-strong bg-sheet p-3"
            placeholder={CALLED_SECONDS.map((seconds) => `${seconds}, `).join('\n')}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              setProblems([]);
            }}
          />
        </label>
        <Problems problems={problems} />
        <div className="flex flex-wrap gap-3">
          <Button onClick={take} disabled={text.trim() === ''}>
            Take these points
          </Button>
          {trace.length > 0 && (
            <Button tone="quiet" onClick={() => onTrace([])}>
              Leave the trace out
            </Button>
          )}
        </div>
      </div>
    </details>
  );
}
