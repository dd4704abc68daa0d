'use client';

import { UserRound } from 'lucide-react';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useSite, useTechnicianName } from '@/ui/site';

const WhoDialog = dynamic(() => import('./who-dialog'), { ssr: false });

/** Shows who is at the bench and lets another take over. Every reading carries this name. */
export function WhoIsHere() {
  const { technicianId, askingWho, setAskingWho } = useSite();
  const nameOf = useTechnicianName();
  // Who sets a shop up says so there.
  const path = usePathname();
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        className="flex min-h-11 items-center gap-2 rounded-md border px-3 hover:bg-sunk max-sm:px-2"
        onClick={() => setAskingWho(true)}
      >
        <UserRound size={18} aria-hidden="true" />
        <span className="max-w-44 truncate max-sm:max-w-20 lg:max-xl:max-w-28">
          {technicianId ? nameOf(technicianId) : 'Who is at the bench?'}
        </span>
      </button>
      {askingWho && path !== '/welcome' && <WhoDialog />}
    </>
  );
}
