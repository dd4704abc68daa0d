import type { FindingCode } from '@/core/assessment/finding';
import type { LedgerEntry } from '@/core/assessment/ledger-entry';
import { workingOf } from '@/core/assessment/working';
import type { HouseRules } from '@/core/rules/house-rules';
import { Entries, Row } from './ledger-entries';

export interface WorkingProps {
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
