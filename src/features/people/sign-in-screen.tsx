'use client';

import { useState } from 'react';
import type { SignInView } from '@/core/exchange/people-views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { INPUT } from '@/ui/field';
import { Problems } from '@/ui/problems';
import { SignInPanel } from './sign-in-panel';

/** Who are you, and where do you want to go on? */
export function SignInScreen({ view, to }: { readonly view: SignInView; readonly to: string }) {
  const { siteName, deviceName, names, sample } = view;
  // A whole page: nothing of what was drawn for somebody else is kept.
  const goOn = () => window.location.assign(to);
  return (
    <main className="mx-auto grid min-h-dvh max-w-3xl content-center gap-6 px-4 py-8">
      <div>
        <p className="text-xl font-bold tracking-tight text-harbour">Integra</p>
        <h1 className="text-3xl font-semibold break-words">{siteName || 'Who is at the bench?'}</h1>
        {deviceName && <p className="text-soft">{deviceName}: tap your name, then type your PIN.</p>}
      </div>
      <div className="sheet p-5">
        <SignInPanel names={names} onIn={goOn} />
      </div>
      {sample.length > 0 && (
        <p className="text-soft">
          This is the sample shop, all of it made up. {sample.join(' ')} On the machine that it runs on nobody
          has to sign in.
        </p>
      )}
      {deviceName === null && <Enrol />}
    </main>
  );
}

/** Makes this browser a bench of the shop, with a code that a lead shows. */
function Enrol() {
  const [code, setCode] = useState('');
  const [name, setName] = useState('');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  return (
    <details className="sheet p-5">
      <summary className="cursor-pointer font-semibold">Make this a bench, where a PIN is enough</summary>
      <form
        className="mt-4 grid gap-4 sm:grid-cols-2"
        onSubmit={async (event) => {
          event.preventDefault();
          const wrong = problemsOf(await send('/api/devices', { code, name }));
          setProblems(wrong);
          if (wrong.length === 0) window.location.reload();
        }}
      >
        <label className="grid gap-1">
          <span className="heading">Code, as a lead shows it under People</span>
          <input
            className={`${INPUT} figures uppercase`}
            autoComplete="off"
            value={code}
            maxLength={20}
            onChange={(event) => setCode(event.target.value)}
          />
        </label>
        <label className="grid gap-1">
          <span className="heading">What this device is called</span>
          <input
            className={INPUT}
            autoComplete="off"
            placeholder="Bench tablet 2"
            value={name}
            maxLength={60}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <div className="sm:col-span-2">
          <Problems problems={problems} />
          <Button type="submit" tone="main" disabled={code.trim() === '' || name.trim() === ''}>
            Enrol it
          </Button>
        </div>
      </form>
    </details>
  );
}
