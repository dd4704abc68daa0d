'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { send } from '@/ui/api';
import { Button, buttonClass } from '@/ui/button';
import { DialogFrame } from '@/ui/dialog-frame';
import { Link } from '@/ui/link';
import { useSite, useTechnicianName } from '@/ui/site';
import { SignInPanel } from './sign-in-panel';
import { useNamesHere } from './use-names-here';

/** Another takes over at the bench, while what is on it stays; or whoever is there goes. */
export function ChangeHands({ onClose }: { readonly onClose: () => void }) {
  const router = useRouter();
  const { technicianId } = useSite();
  const nameOf = useTechnicianName();
  const names = useNamesHere();
  const [leaving, setLeaving] = useState(false);
  const signOut = async () => {
    // Nothing on this page is of any use any more: what is asked of it now would be lost with it.
    setLeaving(true);
    await send('/api/people/sign-out', null);
    window.location.assign('/sign-in');
  };
  return (
    <DialogFrame
      title="Change hands"
      description={`${nameOf(technicianId)} is signed in. What is on the bench stays as it is.`}
      className="top-[8vh] grid max-h-[86vh] w-[min(44rem,94vw)] gap-4 overflow-y-auto p-6"
      onClose={onClose}
    >
      {leaving && <p role="status">Signing out …</p>}
      {names && !leaving && (
        <SignInPanel
          names={names}
          onIn={() => {
            onClose();
            router.refresh();
          }}
        />
      )}
      <div className="flex flex-wrap gap-3 border-t pt-4">
        <Button disabled={leaving} onClick={() => void signOut()}>
          Sign out
        </Button>
        <Link href="/people" className={buttonClass('quiet')} onClick={onClose}>
          My PIN, and where I am signed in
        </Link>
      </div>
    </DialogFrame>
  );
}
