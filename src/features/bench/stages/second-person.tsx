import { useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { Select } from '@/ui/select';
import { useSite } from '@/ui/site';

/** A second person looks at the battery too, and says so with their own PIN or password. */
export function SecondPerson({
  runId,
  onConfirmed,
}: {
  readonly runId: string;
  readonly onConfirmed: (personId: string) => void;
}) {
  const { technicianId, technicians } = useSite();
  const others = technicians.filter(({ id }) => id !== technicianId);
  const [personId, setPersonId] = useState(others[0]?.id ?? '');
  const [secret, setSecret] = useState('');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isConfirmed, setConfirmed] = useState(false);
  const name = others.find(({ id }) => id === personId)?.name ?? '';
  if (isConfirmed) return <p role="status">{name} has looked at it too, and confirms it.</p>;
  const confirm = async () => {
    const wrong = problemsOf(await send('/api/people/confirm', { personId, runId, secret }));
    setSecret('');
    setProblems(wrong);
    if (wrong.length > 0) return;
    setConfirmed(true);
    onConfirmed(personId);
  };
  return (
    <fieldset className="grid gap-3">
      <legend className="heading mb-1">A second person, who has looked at it too</legend>
      <div className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_auto]">
        <Select
          label="Who"
          value={personId}
          options={others.map((person) => ({ value: person.id, label: person.name }))}
          onChoose={setPersonId}
        />
        <label className="grid gap-1">
          <span className="heading">Their PIN or password</span>
          <input
            type="password"
            autoComplete="off"
            className={INPUT}
            value={secret}
            maxLength={200}
            onChange={(event) => setSecret(event.target.value)}
          />
        </label>
        <Button disabled={personId === '' || secret === ''} onClick={() => void confirm()}>
          Confirm
        </Button>
      </div>
      <Problems problems={problems} />
    </fieldset>
  );
}
