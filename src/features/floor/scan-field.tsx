'use client';

import { Camera, ScanLine } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect, useId, useRef, useState } from 'react';
import type { FoundBattery } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { scanned } from '@/core/report/scanned';
import { fetchAnswer, problemsOf } from '@/ui/api';
import { Button } from '@/ui/button';
import { Key } from '@/ui/key';
import { isWritten } from '@/ui/key-burst';
import { isTyping } from '@/ui/keyboard';
import { Problems } from '@/ui/problems';
import { useGoTo } from '@/ui/use-go-to';
import { ScanResult } from './scan-result';

// The reader of codes comes with the first use of the camera.
const CameraScan = dynamic(() => import('./camera-scan'), { ssr: false });

interface Answered {
  readonly tag: string;
  readonly found: FoundBattery;
}

/** Scan or type a tag: a battery that is on the bench opens there, another is shown, an unknown one can be registered. */
export function ScanField({
  focusScan,
  scanned: scannedElsewhere = '',
}: {
  readonly focusScan: boolean;
  /** What was scanned on another screen, to be found here. */
  readonly scanned?: string | undefined;
}) {
  const field = useRef<HTMLInputElement>(null);
  const [tag, setTag] = useState(scannedElsewhere);
  const [camera, setCamera] = useState(false);
  const { answered, problems, find, leave } = useFinding(field, scannedElsewhere);
  useFocusKey(field, focusScan);

  return (
    <search className="grid gap-3">
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void find(tag);
        }}
      >
        <TagInput
          field={field}
          tag={tag}
          onTag={(typed) => {
            leave();
            setTag(typed);
          }}
        />
        <Button
          large
          aria-label="Scan with the camera"
          aria-expanded={camera}
          onClick={() => setCamera((open) => !open)}
        >
          <Camera size={26} aria-hidden="true" />
        </Button>
        <Button type="submit" tone="main" large>
          Find
        </Button>
      </form>
      {camera && (
        <CameraScan
          onClose={() => setCamera(false)}
          onScanned={(text) => {
            setCamera(false);
            setTag(text);
            void find(text);
          }}
        />
      )}
      <Problems problems={problems} />
      {answered && <ScanResult key={answered.tag} {...answered} />}
    </search>
  );
}

/** The one large field for a tag. */
function TagInput({
  field,
  tag,
  onTag,
}: {
  readonly field: React.RefObject<HTMLInputElement | null>;
  readonly tag: string;
  readonly onTag: (tag: string) => void;
}) {
  const id = useId();
  return (
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
        maxLength={300}
        onChange={(event) => onTag(event.target.value)}
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
  );
}

/**
 * What a tag or a code leads to: a run or a check at once, else what the shop knows of the battery. An answer that comes
 * once something else was asked or is being typed is nobody's any more: it would take the focus from the next scan.
 */
function useFinding(field: React.RefObject<HTMLInputElement | null>, scannedElsewhere: string) {
  const goTo = useGoTo();
  const [answered, setAnswered] = useState<Answered | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const turn = useRef(0);

  const find = async (text: string) => {
    const meant = scanned(text);
    if (meant.kind === 'run') return goTo(`/bench/${meant.runId}`);
    if (meant.kind === 'check') return goTo(`/checks/${meant.runId}`);
    const asked = meant.tag;
    if (asked === '') return;
    turn.current++;
    const mine = turn.current;
    // The next scan takes the place of this one.
    if (document.activeElement === field.current) field.current?.select();
    const reply = await fetchAnswer<FoundBattery>(`/api/batteries/find?tag=${encodeURIComponent(asked)}`);
    if (mine !== turn.current) return;
    setProblems(problemsOf(reply));
    if ('unreachable' in reply || !reply.ok) return;
    const open = reply.value.exact?.newest?.run;
    if (open && open.finishedAtMs === null) goTo(`/bench/${open.id}`);
    else setAnswered({ tag: asked, found: reply.value });
  };

  const findScanned = useRef(find);
  findScanned.current = find;
  useEffect(() => {
    if (scannedElsewhere) void findScanned.current(scannedElsewhere);
  }, [scannedElsewhere]);

  const leave = () => {
    turn.current++;
  };
  return { answered, problems, find, leave };
}

/**
 * The field has the focus whenever nothing else has it, and takes what a scanner types while a key of the screen has it:
 * no scan goes into nothing. `/` leads back to it from anywhere.
 */
function useFocusKey(field: React.RefObject<HTMLInputElement | null>, startFocused: boolean): void {
  useEffect(() => {
    const nothingElse = document.activeElement === null || document.activeElement === document.body;
    if (startFocused || nothingElse) field.current?.focus({ preventScroll: true });
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event) || document.querySelector('dialog[open], [role="dialog"]')) return;
      // A blank presses the key that has the focus.
      if (!isWritten(event) || event.key === ' ') return;
      if (event.key === '/') event.preventDefault();
      field.current?.focus();
      field.current?.select();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [field, startFocused]);
}
