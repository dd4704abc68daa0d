'use client';

import { Search } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { actsNow, type KeyAct, useKeys, useKeysHeld } from '@/ui/keys';
import { useSite } from '@/ui/site';

const loadFinder = () => import('./command-dialog');
const CommandDialog = dynamic(loadFinder, { ssr: false });
const KeysDialog = dynamic(() => import('./keys-dialog'), { ssr: false });

/** Wait before the finder is fetched, so that the screen comes first, ms. */
const AHEAD_MS = 500;

/**
 * One key, and one button for gloves, that finds everything: batteries, screens, and what can be done on this one. `?`
 * lists the keys of the screen.
 */
export function FindAnything() {
  const [open, setOpen] = useState<'find' | 'keys' | null>(null);
  const [acts, setActs] = useState<readonly KeyAct[]>([]);
  const show = (what: 'find' | 'keys') => {
    // What the screen can do is asked before a dialog lies over it.
    setActs(actsNow().filter(({ key }) => key !== '?'));
    setOpen(what);
  };
  useKeysHeld(open !== null);
  useEffect(() => {
    // Fetched once the page is open, so that whoever types on at once types into it.
    const timer = setTimeout(() => void loadFinder().catch(() => undefined), AHEAD_MS);
    return () => clearTimeout(timer);
  }, []);
  useCommandKey(() => show('find'));
  const { tones, choose } = useSite();
  useKeys([
    { key: '?', label: 'The keys of this screen', act: () => show('keys') },
    {
      key: 'm',
      label: tones === 'on' ? 'Mute the tones' : 'Sound the tones again',
      act: () => choose({ tones: tones === 'on' ? 'off' : 'on' }),
    },
  ]);
  return (
    <>
      <button
        type="button"
        aria-haspopup="dialog"
        aria-label="Find a battery, a screen or what to do"
        aria-keyshortcuts="Control+K"
        className="grid min-h-11 min-w-11 place-items-center rounded-md border hover:bg-sunk"
        onClick={() => show('find')}
      >
        <Search size={20} aria-hidden="true" />
      </button>
      {open === 'find' && <CommandDialog acts={acts} onClose={() => setOpen(null)} />}
      {open === 'keys' && <KeysDialog acts={acts} onClose={() => setOpen(null)} />}
    </>
  );
}

/** Ctrl K, or Cmd K, in whatever field the hand is. */
function useCommandKey(open: () => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'k' || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      open();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
