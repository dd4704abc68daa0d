import type { FindingCode } from '@/core/assessment/finding';
import { ledgerOf } from '@/core/assessment/ledger';
import { workingOf } from '@/core/assessment/working';
import { useWords } from '@/ui/site';
import type { Judgement } from './judgement';
import { Entries, Row } from './ledger-entries';
import { RuleLink } from './rule-link';

interface Props {
  readonly code: FindingCode;
  readonly judgement: Judgement;
}

/** Readings, corrections with the numbers put in, limits, the rule that acts on it and who says so. */
export function WorkingOf({ code, judgement: { evidence, assessment, rules } }: Props) {
  const words = useWords();
  const ledger = ledgerOf(evidence, assessment, rules);
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
        {rule ? (
          <>
            <RuleLink number={rule.number} />: {rule.about}.{' '}
          </>
        ) : (
          'Told only: no rule acts on it. '
        )}
        Source: {words(source)}.
      </p>
    </div>
  );
}

/** Every reading with its corrections, in working order. */
export function WholeWorking({ judgement: { evidence, assessment, rules } }: Pick<Props, 'judgement'>) {
  const entries = ledgerOf(evidence, assessment, rules);
  return entries.length === 0 ? <p>Nothing was read yet.</p> : <Entries entries={entries} />;
}
