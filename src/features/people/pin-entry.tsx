'use client';

import { Delete } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Button } from '@/ui/button';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', 'back', '0', 'enter'] as const;
const MOST_DIGITS = 8;

/** A PIN on keys big enough for gloves; a keyboard types it as well. */
export function PinEntry({
  pin,
  onPin,
  onEnter,
  busy,
}: {
  readonly pin: string;
  readonly onPin: (pin: string) => void;
  readonly onEnter: () => void;
  readonly busy: boolean;
}) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const press = (key: (typeof KEYS)[number]) => {
    if (key === 'enter') onEnter();
    else if (key === 'back') onPin(pin.slice(0, -1));
    else if (pin.length < MOST_DIGITS) onPin(pin + key);
  };
  return (
    <div className="grid gap-3">
      <input
        ref={field}
        type="password"
        inputMode="none"
        autoComplete="off"
        aria-label="PIN"
        value={pin}
        maxLength={MOST_DIGITS}
        onChange={(event) => onPin(event.target.value.replace(/\D/g, ''))}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          onEnter();
        }}
        className="figures min-h-16 w-full rounded-md border border-line-strong bg-sheet px-4 text-center text-3xl tracking-[0.4em]"
      />
      <div className="grid grid-cols-3 gap-2">
        {KEYS.map((key) => (
          <Button
            key={key}
            large
            tone={key === 'enter' ? 'main' : 'plain'}
            tabIndex={-1}
            disabled={busy || (key === 'enter' && pin === '')}
            aria-label={key === 'back' ? 'Delete' : key === 'enter' ? 'Sign in' : key}
            // The field keeps the focus, so that a keyboard goes on.
            onPointerDown={(event) => event.preventDefault()}
            onClick={() => press(key)}
            className="figures"
          >
            {key === 'back' ? <Delete aria-hidden="true" /> : key === 'enter' ? 'In' : key}
          </Button>
        ))}
      </div>
    </div>
  );
}
