'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { uuidv7 } from 'uuidv7';
import type { RulesProposal, RulesView } from '@/core/exchange/rules-views';
import type { Problem } from '@/core/quantity/result';
import { answeredDifferently, differencesOf } from '@/core/rules/compare-rules';
import type { HouseRules } from '@/core/rules/house-rules';
import { PRESETS } from '@/core/rules/presets';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { useBarred, useSite } from '@/ui/site';
import { AllFigures } from './all-figures';
import { CompareRules } from './compare-rules';
import { Proposals } from './proposals';
import { QuestionList } from './question-list';
import { RulesFile } from './rules-file';
import { VersionList } from './version-list';

/** Which school do we follow, what would another one have said, what changes for our history if we switch? */
export function RulesScreen({ view }: { readonly view: RulesView }) {
  const { current, versions, runs, proposals } = view;
  const [draft, setDraft] = useState<HouseRules>(current);
  const [proposal, setProposal] = useState<RulesProposal | null>(null);
  const changed = differencesOf(current, draft).length > 0 || current.name !== draft.name;
  const begin = (rules: HouseRules) => setDraft({ ...rules, id: current.id, version: current.version });
  return (
    <main className="print-list mx-auto grid max-w-7xl gap-6 px-4 py-5">
      <header className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <div className="mr-auto min-w-0">
          <h1 className="text-3xl font-bold">House rules</h1>
          <p className="text-lg text-soft">
            In force: {current.name}, version {current.version}. A run keeps the rules that it was started
            under.
          </p>
        </div>
        <RulesFile current={current} onImport={begin} />
      </header>
      <Proposals
        current={current}
        proposals={proposals}
        onTake={(taken) => {
          setProposal(taken);
          begin(taken.rules);
        }}
      />
      <section aria-label="Presets" className="grid gap-2">
        <h2 className="heading">Begin from</h2>
        <div className="grid gap-3 md:grid-cols-3">
          {PRESETS.map(({ id, name, suits, rules }) => {
            const here = differencesOf(draft, rules).length === 0;
            return (
              <button
                key={id}
                type="button"
                aria-pressed={here}
                onClick={() => begin(rules)}
                className={`grid content-start gap-0.5 rounded-md border px-4 py-3 text-left hover:bg-harbour-wash ${here ? 'border-harbour bg-harbour-wash' : 'border-line-strong bg-sheet'}`}
              >
                <span className="text-lg font-semibold">{name}</span>
                <span className="text-sm text-soft">{suits}</span>
              </button>
            );
          })}
        </div>
      </section>
      <QuestionList current={current} draft={draft} onChange={setDraft} />
      <AllFigures draft={draft} current={current} onChange={setDraft} />
      {changed && (
        <SaveBar
          key={`${current.version} ${proposal?.id}`}
          view={view}
          draft={draft}
          proposal={proposal}
          onDone={(rules) => {
            setDraft(rules);
            setProposal(null);
          }}
        />
      )}
      <CompareRules versions={versions} draft={changed ? draft : null} runs={runs} />
      <VersionList versions={versions} onTake={begin} />
    </main>
  );
}

interface SaveProps {
  readonly view: RulesView;
  readonly draft: HouseRules;
  /** What the draft began from, where somebody proposed it. */
  readonly proposal: RulesProposal | null;
  /** With what the draft begins from now. */
  readonly onDone: (rules: HouseRules) => void;
}

/** What has been changed and is not in force yet; it takes a reason to put it in force, or to propose it. */
function SaveBar({ view, draft, proposal, onDone }: SaveProps) {
  const decides = useBarred('set_rules') === null;
  const barred = useBarred('propose_rules');
  const [reason, setReason] = useState(proposal?.reason ?? '');
  const { current, versions } = view;
  const seenVersion = versions.length > 1 ? current.version : 0;
  const { save, saving, problems } = useSavingRules({ draft, proposal, seenVersion, decides }, () =>
    onDone(decides ? draft : current),
  );
  const answers = answeredDifferently(current, draft).length;
  const figures = differencesOf(current, draft).length;
  return (
    <form
      aria-label="New version"
      className="sticky bottom-2 z-10 grid gap-3 rounded-md border-2 border-harbour bg-sheet p-4 shadow-lg"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() !== '') void save(reason);
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <p className="min-w-48 grow">
          <span className="block text-lg font-semibold">
            {answers === 1 ? '1 answer differs' : `${answers} answers differ`}
          </span>
          <span className="text-sm text-soft">
            {figures === 1 ? '1 figure' : `${figures} figures`} in all; not in force yet
          </span>
        </p>
        <label className="grid grow-[2] gap-1">
          <span className="heading">Why</span>
          <input
            value={reason}
            maxLength={300}
            onChange={(event) => setReason(event.target.value)}
            className="min-h-12 w-full rounded-md border border-line-strong bg-sheet px-3"
          />
        </label>
        <Button type="submit" tone="main" disabled={reason.trim() === '' || saving || barred !== null}>
          {decides ? `Put in force as version ${seenVersion + 1}` : 'Propose it to a lead'}
        </Button>
        <Button tone="quiet" onClick={() => onDone(current)}>
          Discard
        </Button>
      </div>
      {barred && <p className="text-soft">{barred}</p>}
      <Problems problems={problems} />
    </form>
  );
}

interface Saving {
  readonly draft: HouseRules;
  readonly proposal: RulesProposal | null;
  readonly seenVersion: number;
  /** Whether whoever is here puts rules in force; else they are proposed. */
  readonly decides: boolean;
}

function useSavingRules({ draft, proposal, seenVersion, decides }: Saving, onDone: () => void) {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [id] = useState(uuidv7);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [saving, setSaving] = useState(false);
  const save = async (reason: string) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    setSaving(true);
    const said = { rules: draft, reason, technicianId };
    const from = proposal === null ? {} : { proposalId: proposal.id };
    const reply = decides
      ? await send('/api/rules', { ...said, ...from, seenVersion })
      : await send('/api/rules/proposals', { ...said, id });
    setSaving(false);
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return;
    onDone();
    router.refresh();
  };
  return { save, saving, problems };
}
