'use client';

import { createContext, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import type { RatingStandard } from '@/core/battery/rating-standard';
import type { KeptCharger, Technician } from '@/core/exchange/views';
import type { Winter } from '@/core/history/surroundings';
import { type ActId, mayEver, whyNot } from '@/core/people/permissions';
import type { Role } from '@/core/people/roles';
import type { TemperatureUnit } from '@/core/quantity/temperature';
import { temperaturesIn } from '@/core/quantity/temperature-words';
import { send } from './api';
import { shareNonce } from './style-nonce';

// Before anything is drawn: a dialog may be what a page opens with.
if (typeof document !== 'undefined') shareNonce();

export type Theme = 'light' | 'dark' | 'system';

/** What the whole site shares: its zone, who is at the bench, and how this screen shows things. */
export interface SiteSettings {
  readonly zone: string;
  /** What most labels of this site are printed in. */
  readonly ratingStandard: RatingStandard;
  /** The month that the coldest quarter of this site begins with. */
  readonly winter: Winter;
  /** Three letters, such as EUR. */
  readonly currency: string;
  readonly technicians: readonly Technician[];
  /** The chargers of the site, those that were put aside among them. */
  readonly chargers: readonly KeptCharger[];
  readonly technicianId: string | null;
  /** What whoever is here may; everything at a site that nobody leads. */
  readonly role: Role;
  /** Whether somebody is let in here: signed in, or at a site where names are only chosen. */
  readonly isIn: boolean;
  /** Names are chosen and nobody signs in. */
  readonly isOpen: boolean;
  /** The sample shop. */
  readonly isSample: boolean;
  /** A bench that nobody touches locks after so long, minutes. */
  readonly idleMinutes: number;
  readonly temperatureUnit: TemperatureUnit;
  readonly theme: Theme;
  /** Whether what settles, ends or goes wrong is told by ear and hand too. */
  readonly tones: 'on' | 'off';
}

interface Site extends SiteSettings {
  readonly choose: (
    choice: Partial<Pick<SiteSettings, 'technicianId' | 'temperatureUnit' | 'theme' | 'tones'>>,
  ) => void;
  readonly addTechnician: (technician: Technician) => void;
  /** Who is at the bench; asks when nobody has said so yet, and answers null for now. */
  readonly whoIsHere: () => string | null;
  readonly askingWho: boolean;
  readonly setAskingWho: (asking: boolean) => void;
}

const SiteContext = createContext<Site | null>(null);

export function SiteProvider({
  settings,
  children,
}: {
  readonly settings: SiteSettings;
  readonly children: React.ReactNode;
}) {
  const [current, setCurrent] = useState(settings);
  const [askingWho, setAskingWho] = useState(settings.isOpen && settings.technicianId === null);
  // A site that was brought in from a file brings its people along, and its sheet may be filled in at any time.
  const { zone, ratingStandard, currency, technicians, chargers, role, isIn, isOpen, idleMinutes } = settings;
  useEffect(() => {
    const shared = { zone, ratingStandard, currency, technicians, chargers, role, isIn, isOpen, idleMinutes };
    setCurrent((before) => changed(before, shared));
  }, [zone, ratingStandard, currency, technicians, chargers, role, isIn, isOpen, idleMinutes]);
  // Whoever signs in is at the bench; at an open site it is whoever this browser chose.
  const { technicianId: signedIn } = settings;
  useEffect(() => {
    if (!isOpen) setCurrent((before) => changed(before, { technicianId: signedIn }));
    if (!isOpen && signedIn !== null) setAskingWho(false);
  }, [isOpen, signedIn]);
  const choose = useCallback<Site['choose']>((choice) => {
    setCurrent((before) => ({ ...before, ...choice }));
    if (choice.theme) document.documentElement.dataset.theme = choice.theme;
    if (choice.technicianId) setAskingWho(false);
    // A choice that cannot be kept still holds for this page, so an unreachable server is no reason to stop.
    void send('/api/screen', choice, { method: 'PUT', keepalive: true });
  }, []);
  const addTechnician = useCallback<Site['addTechnician']>((technician) => {
    setCurrent((before) => ({ ...before, technicians: [...before.technicians, technician] }));
  }, []);
  const { technicianId } = current;
  const whoIsHere = useCallback(() => {
    if (technicianId === null) setAskingWho(true);
    return technicianId;
  }, [technicianId]);
  const site = useMemo(
    () => ({ ...current, choose, addTechnician, whoIsHere, askingWho, setAskingWho }),
    [current, choose, addTechnician, whoIsHere, askingWho],
  );
  return <SiteContext value={site}>{children}</SiteContext>;
}

/** Settings with some of them changed; the very same where none of them is another, so that nothing is drawn anew for it. */
function changed(before: SiteSettings, to: Partial<SiteSettings>): SiteSettings {
  const isSame = (name: keyof SiteSettings) => Object.is(before[name], to[name]);
  return (Object.keys(to) as (keyof SiteSettings)[]).every(isSame) ? before : { ...before, ...to };
}

/** The site's settings and the ways to change them. */
export function useSite(): Site {
  const site = useContext(SiteContext);
  if (!site) throw new Error('useSite needs a SiteProvider above it');
  return site;
}

/** Why whoever is here may not do something, to be said where the key for it stands; null where they may. */
export function useBarred(act: ActId): string | null {
  const { role } = useSite();
  return mayEver(role, act) ? null : whyNot(role, act);
}

/** Says a text of ours with its temperatures in the unit that this screen shows. */
export function useWords(): (text: string) => string {
  const { temperatureUnit } = useSite();
  return useCallback((text) => temperaturesIn(text, temperatureUnit), [temperatureUnit]);
}

/** The name of a technician; a dash for one that this screen does not know. */
export function useTechnicianName(): (id: string | null) => string {
  const { technicians } = useSite();
  return (id) => technicians.find((technician) => technician.id === id)?.name ?? '–';
}
