'use client';

import { Lock } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { SignInPanel } from './sign-in-panel';
import { useNamesHere } from './use-names-here';

/** Lies over everything until somebody signs in; what was on the bench waits beneath it, unseen. */
export function LockedBench({ onIn }: { readonly onIn: () => void }) {
  const names = useNamesHere();
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-paper" />
        <Dialog.Content
          aria-describedby={undefined}
          onEscapeKeyDown={(event) => event.preventDefault()}
          onPointerDownOutside={(event) => event.preventDefault()}
          className="fixed inset-0 z-50 mx-auto grid max-w-3xl content-center gap-5 overflow-y-auto p-5"
        >
          <Dialog.Title className="flex items-center gap-3 text-2xl font-semibold">
            <Lock size={28} aria-hidden="true" />
            This bench is locked
          </Dialog.Title>
          <p className="text-soft">
            Everything on it is kept. It goes on where it was once somebody signs in.
          </p>
          <div className="sheet p-5">{names && <SignInPanel names={names} onIn={onIn} />}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
