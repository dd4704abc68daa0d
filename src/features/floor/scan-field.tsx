'use client';

import { ScanLine } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useId, useRef, useState } from 'react';
import type { FoundBattery } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { fetchAnswer, problemsOf } from '@/ui/api';
import { Button } from '@/ui/button';
import { Key } from '@/ui/key';
import { isTyping } from '@/ui/keyboard';
import { Problems } from '@/ui/problems';
import { ScanResult } from './scan-result';

interface Answered {
  readonly tag: string;
  readonly found: FoundBattery;
}

/** Scan or type a tag: a battery that is on the bench opens there, another is shown, an unknown one can be registered. */
export function ScanField({ startFocused }: { readonly startFocused: boolean }) {
  const router = useRouter();
  const id = useId();
  const field = useRef<HTMLInputElement>(null);
  const [tag, setTag] = useState('');
  const [answered, setAnswered] = useState<Answered | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  useFocusKey(field, startFocused);

  const find = async (event: React.FormEvent) => {
    event.preventDefault();
    const asked = tag.trim();
    if (asked === '') return;
    const reply = await fetchAnswer<FoundBattery>(`/api/batteries/find?tag=${encodeURIComponent(asked)}`);
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return;
    const open = reply.value.exact?.newest?.run;
    if (open && open.finishedAtMs === null) router.push(`/bench/${open.id}`);
    else setAnswered({ tag: asked, found: reply.value });
  };

  return (
    <search className="grid gap-3">
      <form onSubmit={find} className="flex gap-2">
        <span className="relative grow">
          <label htmlFor={id} className="sr-only">
            Battery tag
          </label>
          <ScanLine
            size={26}
            aria-hidden="true"
            className="pointer-events-none absolute top-1/2 left-4 -translate-y-1/2 text-soft"
          />
          <input
            id={id}
            ref={field}
            value={tag}
            maxLength={80}
            onChange={(event) => setTag(event.target.value)}
            placeholder="Scan or type a tag"
            autoComplete="off"
            autoCapitalize="characters"
            spellCheck={false}
            className="figures h-16 w-full rounded-md border-2 border-line-strong bg-sheet pr-12 pl-13 text-2xl placeholder:font-sans max-sm:placeholder:text-lg placeholder:text-soft"
          />
          <span className="absolute top-1/2 right-4 -translate-y-1/2">
            <Key>/</Key>
          </span>
        </span>
        <Button type="submit" tone="main" large>
          Find
        </Button>
      </form>
      <Problems problems={problems} />
      {answered && <ScanResult key={answered.tag} {...answered} />}
    </search>
  );
}

/** `/` focuses the field, and a page opened for scanning has it focused from the start. */
function useFocusKey(field: React.RefObject<HTMLInputElement | null>, startFocused: boolean): void {
  useEffect(() => {
    if (startFocused) field.current?.focus();
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '/' || isTyping(event)) return;
      event.preventDefault();
      field.current?.focus();
      field.current?.select();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [field, startFocused]);
}
