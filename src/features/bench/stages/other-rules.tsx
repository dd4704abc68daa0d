import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { type Assessment, assess } from '@/core/assessment/assess';
import type { Evidence } from '@/core/assessment/evidence';
import { VERDICT_LABELS } from '@/core/assessment/verdict';
import { because, findingTitle } from '@/core/assessment/wording';
import type { RulesView } from '@/core/exchange/rules-views';
import { answeredDifferently } from '@/core/rules/compare-rules';
import type { HouseRules } from '@/core/rules/house-rules';
import { PRESETS } from '@/core/rules/presets';
import { fetchAnswer } from '@/ui/api';
import { Select } from '@/ui/select';
import { VerdictMark } from '@/ui/verdict-mark';

interface Props {
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  /** The rules that the run keeps. */
  readonly own: HouseRules;
}

interface Other {
  readonly key: string;
  readonly label: string;
  readonly rules: HouseRules;
}

const PRESET_RULES: readonly Other[] = PRESETS.map(({ id, name, rules }) => ({
  key: id,
  label: name,
  rules,
}));

/** The choice that stands for the run’s own rules. */
const OWN = 'own';

/** What the same readings come to under other rules; the run keeps its own. */
export function OtherRules({ evidence, assessment, own }: Props) {
  const [versions, setVersions] = useState<readonly Other[]>([]);
  const [key, setKey] = useState('');
  const [leftKey, setLeftKey] = useState(OWN);
  const others = [...versions, ...PRESET_RULES];
  const chosen = others.find((other) => other.key === key);
  const left = others.find((other) => other.key === leftKey)?.rules ?? own;
  const load = async () => {
    if (versions.length > 0) return;
    const reply = await fetchAnswer<RulesView>('/api/rules');
    if ('unreachable' in reply || !reply.ok) return;
    setVersions(
      reply.value.versions
        .filter(({ rules }) => rules.id !== own.id || rules.version !== own.version)
        .map(({ rules }) => ({
          key: `${rules.id} ${rules.version}`,
          label: `${rules.name}, version ${rules.version}`,
          rules,
        })),
    );
  };
  return (
    <details className="group border-t pt-2" onToggle={() => void load()}>
      <summary className="flex min-h-11 list-none items-center gap-2">
        <ChevronDown size={18} aria-hidden="true" className="group-open:rotate-180" />
        Under other house rules
      </summary>
      <div className="grid gap-3 pt-1">
        <div className="grid gap-3 sm:grid-cols-2">
          <Select
            label="On this side"
            value={leftKey}
            options={[
              { value: OWN, label: 'The rules of this run' },
              ...others.map((other) => ({ value: other.key, label: other.label })),
            ]}
            onChoose={setLeftKey}
          />
          <Select
            label="Judge the same readings by"
            value={key}
            options={[
              { value: '', label: 'Choose rules' },
              ...others.map((other) => ({ value: other.key, label: other.label })),
            ]}
            onChoose={setKey}
          />
        </div>
        {chosen && (
          <Both
            evidence={evidence}
            assessment={left === own ? assessment : assess(evidence, left)}
            own={left}
            ownTitle={left === own ? `${own.name}, version ${own.version}: the run’s own` : left.name}
            other={chosen.rules}
          />
        )}
      </div>
    </details>
  );
}

function Both({
  evidence,
  assessment,
  own,
  ownTitle,
  other,
}: Props & { readonly ownTitle: string; readonly other: HouseRules }) {
  const theirs = assess(evidence, other);
  const differently = answeredDifferently(own, other);
  return (
    <div className="grid gap-3">
      <div className="grid gap-3 sm:grid-cols-2">
        <Side title={ownTitle} assessment={assessment} />
        <Side title={other.name} assessment={theirs} />
      </div>
      <p className="text-soft">
        {differently.length === 0
          ? 'Both answer every question alike.'
          : `They differ on: ${differently
              .map(
                ({ question, one, other: answer }) =>
                  `${question.asks.replace(/\?$/, '')} (${one?.label ?? 'own figures'} / ${answer?.label ?? 'own figures'})`,
              )
              .join('; ')}.`}
      </p>
    </div>
  );
}

function Side({ title, assessment }: { readonly title: string; readonly assessment: Assessment }) {
  const { verdict, decidedBy, findings, rule } = assessment;
  return (
    <section aria-label={title} className="sheet grid content-start gap-1 p-3">
      <h3 className="heading">{title}</h3>
      <p className="flex items-center gap-2 text-lg font-semibold">
        <VerdictMark verdict={verdict} size={20} />
        {VERDICT_LABELS[verdict]}
      </p>
      <p className="text-sm text-soft">
        Rule {rule}. {because(decidedBy)}
      </p>
      <p className="text-sm text-soft">
        {findings
          .filter(({ severity }) => severity !== 'note')
          .map(findingTitle)
          .join(', ')}
      </p>
    </section>
  );
}
