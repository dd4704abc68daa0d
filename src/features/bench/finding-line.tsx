import { ChevronDown } from 'lucide-react';
import type { Finding, FindingCode } from '@/core/assessment/finding';
import type { LedgerEntry } from '@/core/assessment/ledger-entry';
import { FINDING_TITLES } from '@/core/assessment/wording';
import { workingOf } from '@/core/assessment/working';
import { STEPS } from '@/core/procedure/steps';
import { formatQuantity } from '@/core/quantity/format';
import type { HouseRules } from '@/core/rules/house-rules';
import { MarginRule } from '@/ui/margin-rule';

interface Props {
  readonly finding: Finding;
  readonly ledger: readonly LedgerEntry[];
  readonly rules: HouseRules;
}

/** A finding with its margin; it opens to everything behind it. */
export function FindingLine({ finding, ledger, rules }: Props) {
  const { code, measured, indicative, severity } = finding;
  const title = FINDING_TITLES[code];
  const head = measured ? (
    <>
      <span className="flex flex-wrap items-baseline gap-x-2">
        <span>{title}</span>
        <span className="figures ml-auto">{formatQuantity(measured.value, measured.unit)}</span>
        {indicative && <span className="text-sm text-warn">indicative</span>}
      </span>
      <MarginRule label={title} measured={measured} indicative={indicative} />
    </>
  ) : (
    <span className={severity === 'note' ? 'text-sm text-soft' : ''}>{title}</span>
  );
  return (
    <Opens head={head}>
      <WorkingOf code={code} ledger={ledger} rules={rules} />
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
  return (
    <details className="group">
      <summary className="grid list-none grid-cols-[minmax(0,1fr)_1rem] items-center gap-x-1">
        <span className="block min-w-0">{head}</span>
        <ChevronDown size={16} aria-hidden="true" className="text-soft group-open:rotate-180" />
      </summary>
      {children}
    </details>
  );
}

interface WorkingProps {
  readonly code: FindingCode;
  readonly ledger: readonly LedgerEntry[];
  readonly rules: HouseRules;
}

/** Readings, corrections with the numbers put in, limits, the rule that acts on it and who says so. */
export function WorkingOf({ code, ledger, rules }: WorkingProps) {
  const { entries, limits, rule, source } = workingOf(code, ledger, rules);
  return (
    <div className="mb-2 grid gap-2 border-l-2 border-line-strong py-1 pl-3 text-sm">
      <Entries entries={entries} />
      {limits.length > 0 && (
        <div>
          <p className="font-semibold">House rules</p>
          {limits.map(({ what, value }) => (
            <Row key={what} what={what} value={value} />
          ))}
        </div>
      )}
      <p className="text-soft">
        {rule ? `${rule}. ` : 'Told only: no rule acts on it. '}Source: {source}.
      </p>
    </div>
  );
}

/** Every reading with its corrections, in working order. */
export function AllWorking({ entries }: { readonly entries: readonly LedgerEntry[] }) {
  if (entries.length === 0) return null;
  return (
    <details className="group border-t pt-2">
      <summary className="flex min-h-11 list-none items-center gap-2">
        <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
        Show the working
      </summary>
      <div className="grid gap-3 pt-1 text-sm">
        <Entries entries={entries} />
      </div>
    </details>
  );
}

function Entries({ entries }: { readonly entries: readonly LedgerEntry[] }) {
  return entries.map(({ step, reading, working, standing }) => (
    <div key={`${step} ${reading}`}>
      <p className="font-semibold">{STEPS[step].label}</p>
      <p>{reading}</p>
      {working.map(({ what, how, value }) => (
        <Row key={what} what={what} how={how} value={value} />
      ))}
      {standing && <p className="text-warn">{standing}</p>}
    </div>
  ));
}

function Row({ what, how, value }: { readonly what: string; readonly how?: string; readonly value: string }) {
  return (
    <p className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 text-soft">
      <span>
        {what}
        {how !== undefined && (
          <>
            : <span className="figures">{how}</span>
          </>
        )}
      </span>
      <span className="figures text-right text-ink">{value}</span>
    </p>
  );
}
