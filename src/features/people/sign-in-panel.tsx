'use client';

import { useEffect, useRef, useState } from 'react';
import type { NameHere } from '@/core/exchange/people-views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { PasskeyKey } from './passkey-key';
import { PinEntry } from './pin-entry';

interface Props {
  /** Who can sign in by tapping their name; none where a PIN is not enough. */
  readonly names: readonly NameHere[];
  readonly onIn: () => void;
}

/** Signs somebody in: a tap on a name and a PIN at the bench, a name and a password anywhere. */
export function SignInPanel({ names, onIn }: Props) {
  const [chosen, setChosen] = useState<NameHere | 'typed' | null>(names.length === 0 ? 'typed' : null);
  if (chosen === null) return <Names names={names} onChoose={setChosen} />;
  const back = names.length > 0 ? () => setChosen(null) : null;
  return chosen !== 'typed' && chosen.byPin ? (
    <ByPin person={chosen} onBack={back} onIn={onIn} />
  ) : (
    <ByPassword name={chosen === 'typed' ? null : chosen.name} onBack={back} onIn={onIn} />
  );
}

function Names({
  names,
  onChoose,
}: {
  readonly names: readonly NameHere[];
  readonly onChoose: (chosen: NameHere | 'typed') => void;
}) {
  return (
    <div className="grid gap-3">
      <div className="grid max-h-[55vh] grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-3 overflow-y-auto">
        {names.map((person) => (
          <Button key={person.id} large className="min-h-20 break-words" onClick={() => onChoose(person)}>
            {person.name}
          </Button>
        ))}
      </div>
      <Button tone="quiet" className="justify-self-start" onClick={() => onChoose('typed')}>
        Somebody else, by password
      </Button>
    </div>
  );
}

/** Sends a secret; what is wrong with it is told, and the secret is typed anew. */
function useSending(onIn: () => void) {
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [busy, setBusy] = useState(false);
  const sendIt = async (body: unknown): Promise<boolean> => {
    setBusy(true);
    const wrong = problemsOf(await send('/api/people/sign-in', body));
    setBusy(false);
    setProblems(wrong);
    if (wrong.length === 0) onIn();
    return wrong.length === 0;
  };
  return { problems, busy, sendIt };
}

function ByPin({
  person,
  onBack,
  onIn,
}: {
  readonly person: NameHere;
  readonly onBack: (() => void) | null;
  readonly onIn: () => void;
}) {
  const [pin, setPin] = useState('');
  const { problems, busy, sendIt } = useSending(onIn);
  const enter = async () => {
    if (pin === '' || busy) return;
    if (!(await sendIt({ personId: person.id, pin }))) setPin('');
  };
  return (
    <div className="mx-auto grid w-full max-w-sm gap-3">
      <p className="text-center text-2xl font-semibold break-words">{person.name}</p>
      <PinEntry pin={pin} onPin={setPin} onEnter={() => void enter()} busy={busy} />
      <Problems problems={problems} />
      {onBack && (
        <Button tone="quiet" onClick={onBack}>
          Another name
        </Button>
      )}
    </div>
  );
}

function ByPassword({
  name,
  onBack,
  onIn,
}: {
  readonly name: string | null;
  readonly onBack: (() => void) | null;
  readonly onIn: () => void;
}) {
  const [typed, setTyped] = useState(name ?? '');
  const [password, setPassword] = useState('');
  const { problems, busy, sendIt } = useSending(onIn);
  const secret = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (name !== null) secret.current?.focus();
  }, [name]);
  return (
    <form
      className="mx-auto grid w-full max-w-sm gap-4"
      onSubmit={async (event) => {
        event.preventDefault();
        if (!(await sendIt({ name: typed, password }))) setPassword('');
      }}
    >
      <label className="grid gap-1">
        <span className="heading">Name</span>
        <input
          className={INPUT}
          autoComplete="username"
          value={typed}
          maxLength={60}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      <label className="grid gap-1">
        <span className="heading">Password</span>
        <input
          className={INPUT}
          type="password"
          autoComplete="current-password"
          ref={secret}
          value={password}
          maxLength={200}
          onChange={(event) => setPassword(event.target.value)}
        />
      </label>
      <Problems problems={problems} />
      <Button type="submit" tone="main" large disabled={busy || typed.trim() === '' || password === ''}>
        Sign in
      </Button>
      <PasskeyKey onIn={onIn} />
      {onBack && (
        <Button tone="quiet" onClick={onBack}>
          Another name
        </Button>
      )}
    </form>
  );
}
