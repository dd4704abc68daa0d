import type { LedgerEntry } from '@/core/assessment/ledger-entry';
import { STEPS } from '@/core/steps/registry';
import { useWords } from '@/ui/site';

/** Readings with their corrections, in working order. */
export function Entries({ entries }: { readonly entries: readonly LedgerEntry[] }) {
  const words = useWords();
  return entries.map(({ step, reading, working, standing }) => (
    <div key={`${step} ${reading}`}>
      <p className="font-semibold">{STEPS[step].label}</p>
      <p>{words(reading)}</p>
      {working.map(({ what, how, value }) => (
        <Row key={what} what={what} how={how} value={value} />
      ))}
      {standing && <p className="text-warn">{words(standing)}</p>}
    </div>
  ));
}

/** One line of a working: what it is, how it came about, what came out. */
export function Row({
  what,
  how,
  value,
}: {
  readonly what: string;
  readonly how?: string;
  readonly value: string;
}) {
  const words = useWords();
  return (
    <p className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 text-soft">
      <span>
        {words(what)}
        {how !== undefined && (
          <>
            : <span className="figures">{words(how)}</span>
          </>
        )}
      </span>
      <span className="figures text-right text-ink">{words(value)}</span>
    </p>
  );
}
