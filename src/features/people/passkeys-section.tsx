'use client';

import { startRegistration } from '@simplewebauthn/browser';
import { useEffect, useState } from 'react';
import type { PasskeyLine } from '@/core/exchange/people-views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { passkeysWork } from './passkeys-work';

type Options = Parameters<typeof startRegistration>[0]['optionsJSON'];

/** Keys that this browser or a phone keeps: signing in without a password, away from the benches too. */
export function PasskeysSection({
  passkeys,
  onChanged,
}: {
  readonly passkeys: readonly PasskeyLine[];
  readonly onChanged: () => void;
}) {
  const [name, setName] = useState('');
  const [isThere, setThere] = useState(true);
  useEffect(() => setThere(passkeysWork()), []);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const make = async () => {
    const asked = await send<Options>('/api/people/passkeys/options', null);
    setProblems(problemsOf(asked));
    if ('unreachable' in asked || !asked.ok) return;
    try {
      const credential = await startRegistration({ optionsJSON: asked.value });
      const wrong = problemsOf(await send('/api/people/passkeys', { name, credential }));
      setProblems(wrong);
      if (wrong.length === 0) setName('');
      onChanged();
    } catch (error) {
      setProblems([notMade(error)]);
    }
  };
  const remove = async (id: string) => {
    setProblems(problemsOf(await send('/api/people/passkeys', { id }, { method: 'DELETE' })));
    onChanged();
  };
  return (
    <section aria-labelledby="passkeys" className="grid gap-4">
      <h2 id="passkeys" className="text-xl font-semibold">
        Passkeys
      </h2>
      <div className="sheet grid gap-3 p-5">
        <p className="text-soft">
          A key that this browser, a phone or a token keeps, instead of a password. Browsers make one over
          https, or on the machine itself.
        </p>
        <ul className="grid gap-1">
          {passkeys.map((passkey) => (
            <li key={passkey.id} className="flex flex-wrap items-center gap-3">
              <span className="font-semibold">{passkey.name}</span>
              <span className="text-soft">
                since <Moment atMs={passkey.madeAtMs} as="day" />
              </span>
              <Button
                tone="quiet"
                onClick={() => void remove(passkey.id)}
                aria-label={`Take the passkey ${passkey.name} away`}
              >
                Take away
              </Button>
            </li>
          ))}
        </ul>
        {isThere ? null : <p>This browser makes none here: open this page by a name, over https.</p>}
        <div className="flex flex-wrap items-end gap-3">
          <label className="grid gap-1">
            <span className="heading">What keeps it</span>
            <input
              className={INPUT}
              placeholder="My phone"
              autoComplete="off"
              maxLength={60}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <Button disabled={!isThere || name.trim() === ''} onClick={() => void make()}>
            Make a passkey
          </Button>
        </div>
        <Problems problems={problems} />
      </div>
    </section>
  );
}

function notMade(error: unknown): Problem {
  const why = error instanceof Error ? error.message : String(error);
  return { field: 'passkey', found: '', expected: '', message: `No passkey was made: ${why}` };
}
