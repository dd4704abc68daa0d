import { ChevronDown } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Finding } from '@/core/assessment/finding';
import { measuredIn, measuredWords } from '@/core/assessment/measured-words';
import { findingTitle } from '@/core/assessment/wording';
import { MarginRule } from '@/ui/margin-rule';
import { useSite, useWords } from '@/ui/site';
import type { Judgement } from './judgement';
import { LATER_PARTS } from './later-parts';

// Comes when a finding is opened: most never are.
export const WorkingOf = dynamic(LATER_PARTS.workingOf);
const WholeWorking = dynamic(LATER_PARTS.wholeWorking);

interface Props {
  readonly finding: Finding;
  readonly judgement: Judgement;
}

/** A finding with its margin; it opens to everything behind it. */
export function FindingLine({ finding, judgement }: Props) {
  const { code, measured, indicative, severity } = finding;
  const { temperatureUnit } = useSite();
  const title = useWords()(findingTitle(finding));
  const head = measured ? (
    <>
      <span className="flex flex-wrap items-baseline gap-x-2">
        <span>{title}</span>
        <span className="figures ml-auto">{measuredWords(measuredIn(measured, temperatureUnit)).value}</span>
        {indicative && <span className="text-sm text-warn">indicative</span>}
      </span>
      <MarginRule label={title} measured={measured} indicative={indicative} />
    </>
  ) : (
    <span className={severity === 'note' ? 'text-sm text-soft' : ''}>{title}</span>
  );
  return (
    <Opens head={head}>
      <WorkingOf code={code} judgement={judgement} />
    </Opens>
  );
}

/** Something short that opens to its working. */
export function Opens({
  head,
  children,
}: {
  readonly head: React.ReactNode;
  readonly children: React.ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <details className="group" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="grid list-none grid-cols-[minmax(0,1fr)_1rem] items-center gap-x-1">
        <span className="block min-w-0">{head}</span>
        <ChevronDown size={16} aria-hidden="true" className="text-soft group-open:rotate-180" />
      </summary>
      {open && children}
    </details>
  );
}

/** Every reading with its corrections, in working order. */
export function AllWorking({ judgement }: { readonly judgement: Judgement }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="group border-t pt-2" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="flex min-h-11 list-none items-center gap-2">
        <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
        Show the working
      </summary>
      {open && (
        <div className="grid gap-3 pt-1 text-sm">
          <WholeWorking judgement={judgement} />
        </div>
      )}
    </details>
  );
}
