'use client';

import { Button } from '@/ui/button';
import { DialogFrame } from '@/ui/dialog-frame';
import { Key } from '@/ui/key';
import type { KeyAct } from '@/ui/keys';
import { Link } from '@/ui/link';

/** Keys that work on every screen. */
const EVERYWHERE = [
  { key: 'Ctrl K', label: 'Find a battery, a screen or what to do' },
  { key: '?', label: 'This list' },
  { key: 'Tab', label: 'To the next field or key' },
  { key: 'Enter', label: 'The main key of the screen, where a field of it has the focus' },
  { key: 'Esc', label: 'Close what lies over the screen' },
] as const;

/** The keys of the screen below, and those of every screen. */
export default function KeysDialog({
  acts,
  onClose,
}: {
  readonly acts: readonly KeyAct[];
  readonly onClose: () => void;
}) {
  return (
    <DialogFrame
      title="Keys"
      className="top-[10vh] grid max-h-[80vh] w-[min(32rem,92vw)] gap-4 overflow-y-auto p-6"
      onClose={onClose}
    >
      {acts.length > 0 && <KeyList heading="On this screen" keys={acts} />}
      <KeyList heading="On every screen" keys={EVERYWHERE} />
      <p className="text-sm text-soft">
        A scanner’s letters are no keys: what is scanned opens what it names, on any screen.
      </p>
      <p>
        How to work with it, and how it comes to a verdict: the{' '}
        <Link href="/guide/day" className="underline underline-offset-4" onClick={onClose}>
          Guide
        </Link>
        .
      </p>
      <Button onClick={onClose}>Close</Button>
    </DialogFrame>
  );
}

function KeyList({
  heading,
  keys,
}: {
  readonly heading: string;
  readonly keys: readonly Pick<KeyAct, 'key' | 'label'>[];
}) {
  return (
    <section className="grid gap-1">
      <h2 className="heading">{heading}</h2>
      <ul className="divide-y">
        {keys.map(({ key, label }) => (
          <li key={key} className="flex min-h-10 items-center justify-between gap-4">
            <span>{label}</span>
            <Key>{key.length === 1 ? key.toUpperCase() : key}</Key>
          </li>
        ))}
      </ul>
    </section>
  );
}
