'use client';

import { useDeferredValue, useMemo, useState } from 'react';
import { VERDICT_LABELS } from '@/core/assessment/verdict';
import { batteryTypeLabel, CONSTRUCTIONS } from '@/core/battery/construction';
import { DUTIES, DUTY_LABELS } from '@/core/battery/duty';
import { NOMINAL_WORDS, nominalVoltsOf } from '@/core/battery/nominal-volts';
import { caseOfCode, composedCode } from '@/core/practice/case-code';
import { CAUSE_LABELS, CAUSES, type PracticeCase } from '@/core/practice/practice-case';
import { rightVerdicts } from '@/core/practice/right-verdict';
import { shortestPath } from '@/core/practice/shortest-path';
import { formatMinutes } from '@/core/quantity/format';
import { COMPLAINTS, SYMPTOMS } from '@/core/steps/complaint/plans';
import { STEPS } from '@/core/steps/registry';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { Problems } from '@/ui/problems';
import { Select } from '@/ui/select';
import { VerdictLabel } from '@/ui/verdict-label';
import { CASE, LEVEL, SMELL, TERMINALS } from '../bench/stages/inspect-choices';
import {
  type CaseDraft,
  caseOfDraft,
  DRAFT_FAULT_LABELS,
  DRAFT_FAULTS,
  type DraftTexts,
  draftOfCase,
  draftProblems,
  FIRST_DRAFT,
  fieldsOf,
} from './case-draft';

const LEVELS = ['1', '2', '3'] as const;

const options = <T extends string>(values: readonly T[], labelOf: (value: T) => string) =>
  values.map((value) => ({ value, label: labelOf(value) }));

/** The instructor's view: what is told, what can be seen, what is true; and the address that makes it a case. */
export function ComposeCase({ from }: { readonly from: PracticeCase | null }) {
  const [draft, setDraft] = useState<CaseDraft>(() => (from ? draftOfCase(from) : FIRST_DRAFT));
  const { texts, seen } = draft;
  const change = (part: Partial<CaseDraft>) => setDraft({ ...draft, ...part });
  const type = (name: keyof DraftTexts, text: string) => change({ texts: { ...texts, [name]: text } });
  const see = (part: Partial<PracticeCase['seen']>) => change({ seen: { ...seen, ...part } });
  const typing = draftProblems(draft);
  const code = composedCode(caseOfDraft(draft));
  const read = caseOfCode(code);
  const sealed = draft.type === 'agm' || draft.type === 'gel';
  return (
    <main className="mx-auto grid max-w-4xl gap-5 px-4 py-5">
      <div>
        <h1 className="text-2xl font-bold">Compose a case</h1>
        <p className="text-soft">
          The whole case is in its address: send that, and keep this page to yourself.
        </p>
      </div>
      <Part title="What is told" columns="sm:grid-cols-2">
        <Text label="Title" value={texts.title} onType={(text) => type('title', text)} />
        <Select
          label="Level"
          value={draft.level}
          options={options(LEVELS, (value) => value)}
          onChoose={(level) => change({ level })}
        />
        <div className="sm:col-span-2">
          <Text label="What the driver says" value={texts.story} onType={(text) => type('story', text)} />
        </div>
        <Select
          label="Complaint"
          value={draft.symptom}
          options={options(SYMPTOMS, (value) => COMPLAINTS[value].label)}
          onChoose={(symptom) => change({ symptom })}
        />
      </Part>
      <Part title="What can be seen" columns="sm:grid-cols-4">
        <Select label="Case" value={seen.case} options={CASE} onChoose={(state) => see({ case: state })} />
        <Select
          label="Posts and clamps"
          value={seen.terminals}
          options={TERMINALS}
          onChoose={(terminals) => see({ terminals })}
        />
        <Select label="Smell" value={seen.smell} options={SMELL} onChoose={(smell) => see({ smell })} />
        {!sealed && (
          <Select
            label="Electrolyte level"
            value={seen.level}
            options={LEVEL}
            onChoose={(level) => see({ level })}
          />
        )}
      </Part>
      <Part title="What is true" columns="sm:grid-cols-3">
        <Select
          label="Type"
          value={draft.type}
          options={options(CONSTRUCTIONS, batteryTypeLabel)}
          onChoose={(construction) => change({ type: construction })}
        />
        <Select
          label="What it is for"
          value={draft.duty}
          options={options(DUTIES, (duty) => DUTY_LABELS[duty])}
          onChoose={(duty) => change({ duty })}
        />
        <Select
          label="Block"
          value={String(draft.nominalVolts)}
          options={options(NOMINAL_WORDS, (volts) => `${volts} V`)}
          onChoose={(volts) => change({ nominalVolts: nominalVoltsOf(volts) ?? 12 })}
        />
        <Select
          label="The trouble is"
          value={draft.cause}
          options={options(CAUSES, (value) => CAUSE_LABELS[value])}
          onChoose={(cause) => change({ cause })}
        />
        <Select
          label="Fault inside"
          value={draft.fault}
          options={options(DRAFT_FAULTS, (value) => DRAFT_FAULT_LABELS[value])}
          onChoose={(fault) => change({ fault })}
        />
        {fieldsOf(draft).map(({ name, label }) => (
          <Text key={name} label={label} value={texts[name]} onType={(text) => type(name, text)} />
        ))}
      </Part>
      {typing.length > 0 ? (
        <Problems problems={typing} />
      ) : read.ok ? (
        <TheCase practiceCase={read.value} code={code} />
      ) : (
        <Problems problems={read.problems} />
      )}
    </main>
  );
}

/** What the case comes to, and how it is handed on. */
function TheCase({ practiceCase, code }: { readonly practiceCase: PracticeCase; readonly code: string }) {
  const address = `/practice/case?code=${encodeURIComponent(code)}`;
  const [copied, setCopied] = useState('');
  // Working the case through takes longer than a keystroke.
  const settled = useDeferredValue(code);
  const sound = useMemo(() => {
    const found = caseOfCode(settled);
    return found.ok ? shortestPath(found.value) : null;
  }, [settled]);
  const right = rightVerdicts(practiceCase);
  return (
    <section aria-label="The case" className="grid gap-3">
      <p className="text-lg">
        Sound verdict: {right.map((verdict) => VERDICT_LABELS[verdict]).join(' or ')}.
      </p>
      {sound && (
        <div>
          <p className="flex flex-wrap items-center gap-x-2">
            Who follows the run sheet comes in
            <span className="figures">{formatMinutes(sound.minutes)}</span> to
            <VerdictLabel verdict={sound.verdict} />
            {!right.includes(sound.verdict) && (
              <span className="text-warn">The procedure alone does not find this out.</span>
            )}
          </p>
          <p className="text-soft">{sound.path.map((step) => STEPS[step].label).join(' → ')}</p>
        </div>
      )}
      <div className="flex flex-wrap gap-3">
        <Link href={address} className={buttonClass('main', true)}>
          Try it
        </Link>
        <Button
          large
          onClick={() => {
            void navigator.clipboard?.writeText(window.location.origin + address).then(() => setCopied(code));
          }}
        >
          {copied === code ? 'Copied' : 'Copy its address'}
        </Button>
      </div>
      <label className="grid gap-1">
        <span className="heading">Its address</span>
        <input
          readOnly
          value={address}
          onFocus={(event) => event.target.select()}
          className="figures min-h-12 w-full rounded-md border bg-sunk px-3 text-sm"
        />
      </label>
    </section>
  );
}

function Part({
  title,
  columns,
  children,
}: {
  readonly title: string;
  readonly columns: string;
  readonly children: React.ReactNode;
}) {
  return (
    <section aria-label={title} className="sheet grid gap-3 p-4">
      <h2 className="text-lg font-semibold">{title}</h2>
      <div className={`grid gap-3 ${columns}`}>{children}</div>
    </section>
  );
}

function Text({
  label,
  value,
  onType,
}: {
  readonly label: string;
  readonly value: string;
  readonly onType: (text: string) => void;
}) {
  return (
    <label className="grid gap-1">
      <span className="heading">{label}</span>
      <input
        value={value}
        maxLength={400}
        className="min-h-12 w-full min-w-0 rounded-md border border-line-strong bg-sheet px-3"
        onChange={(event) => onType(event.target.value)}
      />
    </label>
  );
}
