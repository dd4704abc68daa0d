import { useState } from 'react';
import { VERDICT_LABELS, VERDICTS, type Verdict } from '@/core/assessment/verdict';
import type { Problem } from '@/core/quantity/result';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { Select } from '@/ui/select';
import type { StageProps } from './stage-props';

interface Props extends Pick<StageProps, 'run' | 'state'> {
  readonly computed: Verdict;
}

/** The last word: another verdict with its reason. The computed one stays beside it. */
export function OverrideForm({ run, state, computed }: Props) {
  const { override } = state.current;
  const [open, setOpen] = useState(false);
  const [verdict, setVerdict] = useState<Verdict>(computed === 'retire' ? 'watch' : 'retire');
  const [why, setWhy] = useState('');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
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
      <Button tone="quiet" className="justify-self-start" onClick={() => setOpen(true)}>
        Set another verdict, with a reason
      </Button>
    );
  }
  const set = () => {
    const found = run.capture('override', { verdict, why: why.trim() });
    setProblems(found);
    if (found.length === 0) setOpen(false);
  };
  return (
    <form
      aria-label="Another verdict"
      className="sheet grid gap-3 p-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (why.trim() !== '') set();
      }}
    >
      {computed === 'quarantine' && (
        <p className="text-warn">
          It was found unsafe. Keep people away until whoever is licensed to decide has looked at it.
        </p>
      )}
      <Select
        label="Verdict"
        value={verdict}
        options={VERDICTS.filter((other) => other !== computed).map((value) => ({
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
        <Button type="submit" tone="main" disabled={why.trim() === ''}>
          Set it
        </Button>
        <Button tone="quiet" onClick={() => setOpen(false)}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
