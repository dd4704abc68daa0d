import { AlertTriangle, Check, CircleSlash, Hourglass, X } from 'lucide-react';
import type { Remark } from '@/core/practice/remark';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { useWords } from '@/ui/site';

const MARKS: Readonly<
  Record<Remark['kind'], { readonly icon: typeof Check; readonly word: string; readonly look: string }>
> = {
  good: { icon: Check, word: 'Well done', look: 'text-serve' },
  danger: { icon: AlertTriangle, word: 'Dangerous', look: 'text-retire' },
  mistake: { icon: X, word: 'Mistake', look: 'text-retire' },
  missed: { icon: CircleSlash, word: 'Missed', look: 'text-warn' },
  wasted: { icon: Hourglass, word: 'Wasted', look: 'text-soft' },
};
/** A code up to this length can be said to somebody. */
const LONGEST_SAID = 20;
const ORDER: readonly Remark['kind'][] = ['danger', 'mistake', 'missed', 'wasted', 'good'];

/** Which case it was, how it came out, and the points. */
export function DebriefHead({
  title,
  code,
  headline,
  score,
}: {
  readonly title: string;
  readonly code: string;
  readonly headline: string;
  readonly score: number;
}) {
  return (
    <div className="flex flex-wrap items-end justify-between gap-4">
      <div>
        <p className="heading">
          Debrief: {title}
          {code.length <= LONGEST_SAID && <span className="figures"> · code {code}</span>}
        </p>
        <h1 className="text-3xl font-bold">{headline}</h1>
      </div>
      <p className="text-right">
        <span className="heading block">Score</span>
        <span className="figures text-5xl font-semibold">{score}</span>
        <span className="text-soft"> of 100</span>
      </p>
    </div>
  );
}

/** What was so, line by line. */
export function WhatWasTrue({ lines }: { readonly lines: readonly string[] }) {
  const words = useWords();
  return (
    <section aria-label="What was true" className="sheet grid gap-1 p-5">
      <h2 className="heading">What was true</h2>
      {lines.map((line) => (
        <p key={line} className="text-lg">
          {words(line)}
        </p>
      ))}
    </section>
  );
}

/** What was good or bad about what was done, the worst first. */
export function WhatWasDone({ remarks }: { readonly remarks: readonly Remark[] }) {
  return (
    <section aria-label="What was done" className="grid gap-2">
      <h2 className="heading">What was done</h2>
      <ul className="grid gap-2">
        {[...remarks]
          .sort((one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind))
          .map(({ kind, text }) => {
            const { icon: Icon, word, look } = MARKS[kind];
            return (
              <li key={text} className="grid grid-cols-[auto_6rem_1fr] items-baseline gap-3 border-t pt-2">
                <Icon size={18} aria-hidden="true" className={look} />
                <span className={`font-semibold ${look}`}>{word}</span>
                <span>{text}</span>
              </li>
            );
          })}
      </ul>
    </section>
  );
}

/** That it was an exercise. */
export function AnExercise() {
  return (
    <p className="text-sm text-soft">
      A simulated case. At a real bench local codes, the maker’s instructions and licensed practice decide.
    </p>
  );
}

/** A figure with its name over it. */
export function Figure({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <p>
      <span className="heading block">{name}</span>
      <span className="figures text-2xl font-semibold">{children}</span>
    </p>
  );
}

/** Where to go from a debrief: once more, to the other cases, to this one's address, and what else leads on. */
export function DebriefKeys({
  onAgain,
  address,
  children,
}: {
  readonly onAgain: () => void;
  readonly address: string;
  readonly children?: React.ReactNode;
}) {
  return (
    <div className="flex flex-wrap gap-3">
      <Button tone="main" large onClick={onAgain}>
        Once more
      </Button>
      <Link href="/practice" className={buttonClass('plain', true)}>
        Other cases
      </Link>
      <Link href={address} className={buttonClass('quiet', true)}>
        The address of this case
      </Link>
      {children}
    </div>
  );
}
