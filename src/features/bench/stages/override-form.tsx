import { useState } from 'react';
import { VERDICT_LABELS, VERDICTS, type Verdict } from '@/core/assessment/verdict';
import { because } from '@/core/assessment/wording';
import {
  type Computed,
  lapsedOverrideOf,
  overrideData,
  overrideOf,
  type VerdictOverride,
} from '@/core/procedure/override';
import type { Problem } from '@/core/quantity/result';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { Select } from '@/ui/select';
import { useBarred, useSite, useTechnicianName } from '@/ui/site';
import { Tick } from '@/ui/tick';
import { SecondPerson } from './second-person';
import type { StageProps } from './stage-props';

interface Props extends Pick<StageProps, 'run' | 'state'> {
  readonly computed: Computed;
}

/** The last word: another verdict with its reason. The computed one stays beside it. */
export function OverrideForm({ run, state, computed }: Props) {
  const override = overrideOf(state.current, computed) && state.current.last.override;
  const lapsed = lapsedOverrideOf(state.current, computed);
  const [open, setOpen] = useState(false);
  const [verdict, setVerdict] = useState<Verdict>(computed.verdict === 'retire' ? 'watch' : 'retire');
  const [looked, setLooked] = useState(false);
  const [why, setWhy] = useState('');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [confirmedById, setConfirmedById] = useState<string | null>(null);
  // In practice nobody is in danger.
  const isPlain = useSite().isOpen || run.practice === true;
  const unsafe = computed.verdict === 'quarantine';
  const reason = useBarred(unsafe ? 'leave_quarantine' : 'override');
  const barred = isPlain ? null : reason;
  if (override) {
    return (
      <Button
        className="justify-self-start"
        onClick={() =>
          run.capture(
            'withdrawal',
            {},
            { supersedes: { reading: override, reason: 'the computed verdict stands' } },
          )
        }
      >
        Let the computed verdict stand
      </Button>
    );
  }
  if (!open) {
    return (
      <>
        {lapsed && <Lapsed lapsed={lapsed} computed={computed} />}
        {barred && <p className="text-soft">{barred}</p>}
        <Button
          disabled={barred !== null}
          tone="quiet"
          className="justify-self-start"
          onClick={() => setOpen(true)}
        >
          Set another verdict, with a reason
        </Button>
      </>
    );
  }
  // Where people sign in nobody takes a battery out of quarantine alone.
  const isAlone = unsafe && !isPlain && confirmedById === null;
  const ready = why.trim() !== '' && (looked || !unsafe) && !isAlone;
  const set = () => {
    const found = run.capture('override', overrideData(verdict, why.trim(), computed, confirmedById));
    setProblems(found);
    if (found.length === 0) setOpen(false);
  };
  return (
    <form
      aria-label="Another verdict"
      className="sheet grid gap-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) set();
      }}
    >
      {unsafe && (
        <Danger decidedBy={computed.decidedBy} looked={looked} onLooked={setLooked}>
          {!isPlain && <SecondPerson runId={run.view.run.id} onConfirmed={setConfirmedById} />}
        </Danger>
      )}
      <Select
        label="Verdict"
        value={verdict}
        options={VERDICTS.filter((other) => other !== computed.verdict).map((value) => ({
          value,
          label: VERDICT_LABELS[value],
        }))}
        onChoose={setVerdict}
      />
      <label className="grid gap-1">
        <span className="heading">Why</span>
        <input
          // biome-ignore lint/a11y/noAutofocus: the form was asked for
          autoFocus
          value={why}
          maxLength={300}
          onChange={(event) => setWhy(event.target.value)}
          className="min-h-12 rounded-md border border-line-strong bg-sheet px-3"
        />
      </label>
      <Problems problems={problems} />
      <div className="flex flex-wrap gap-3">
        <Button type="submit" tone="main" disabled={!ready}>
          Set it
        </Button>
        <Button tone="quiet" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

/** The danger that a battery is kept away for, looked at by whoever takes it out of quarantine. */
function Danger({
  decidedBy,
  looked,
  onLooked,
  children,
}: Pick<Computed, 'decidedBy'> & {
  readonly looked: boolean;
  readonly onLooked: (looked: boolean) => void;
  readonly children: React.ReactNode;
}) {
  return (
    <div className="grid gap-2 rounded-md border-2 border-quarantine p-3">
      <p className="font-semibold">{because(decidedBy)}</p>
      <p>Keep people away until whoever is licensed to decide has looked at it.</p>
      <Tick checked={looked} onChange={onLooked}>
        I have looked at just this danger, and take it out of quarantine all the same.
      </Tick>
      {children}
    </div>
  );
}

/** A verdict that was set over another one than is computed now: it counts no more, and is not forgotten either. */
function Lapsed({ lapsed, computed }: { readonly lapsed: VerdictOverride; readonly computed: Computed }) {
  const nameOf = useTechnicianName();
  return (
    <p role="status" className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
      “{VERDICT_LABELS[lapsed.verdict]}”, set by {nameOf(lapsed.byId)}, has lapsed: the readings now come to “
      {VERDICT_LABELS[computed.verdict]}”. If it is still meant, set it again.
    </p>
  );
}
