'use client';

import { startAuthentication } from '@simplewebauthn/browser';
import { KeyRound } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Problem } from '@/core/quantity/result';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { passkeysWork } from './passkeys-work';

interface Challenge {
  readonly challengeId: string;
  readonly options: Parameters<typeof startAuthentication>[0]['optionsJSON'];
}

/** Signs in by a passkey, where the browser has them. */
export function PasskeyKey({ onIn }: { readonly onIn: () => void }) {
  const [isThere, setThere] = useState(false);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  useEffect(() => setThere(passkeysWork()), []);
  if (!isThere) return null;
  const use = async () => {
    const asked = await send<Challenge>('/api/people/passkeys/challenge', null);
    setProblems(problemsOf(asked));
    if ('unreachable' in asked || !asked.ok) return;
    const { challengeId, options } = asked.value;
    try {
      const credential = await startAuthentication({ optionsJSON: options });
      const wrong = problemsOf(await send('/api/people/passkeys/sign-in', { challengeId, credential }));
      setProblems(wrong);
      if (wrong.length === 0) onIn();
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      setProblems([{ field: 'passkey', found: '', expected: '', message: `No passkey was used: ${why}` }]);
    }
  };
  return (
    <div className="grid gap-2">
      <Button onClick={() => void use()}>
        <span className="flex items-center gap-2">
          <KeyRound size={18} aria-hidden="true" />
          With a passkey
        </span>
      </Button>
      <Problems problems={problems} />
    </div>
  );
}
