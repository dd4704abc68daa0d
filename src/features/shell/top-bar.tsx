'use client';

import { clsx } from 'clsx';
import { Moon, Sun, Volume2, VolumeX } from 'lucide-react';
import { usePathname } from 'next/navigation';
import { useRef, useSyncExternalStore } from 'react';
import { useKeys } from '@/ui/keys';
import { Link } from '@/ui/link';
import { useScannedAnywhere } from '@/ui/scanned-anywhere';
import { useSite } from '@/ui/site';
import { useHereInView } from '@/ui/strip';
import { useGoTo } from '@/ui/use-go-to';
import { FindAnything } from './find-anything';
import { BrandOrUnsent, WrongClock } from './outbox-notice';
import { PLACES } from './places';
import { WhoIsHere } from './who-is-here';

/**
 * The bar over every screen: where one can go, who is at the bench, how this screen shows things. `/` leads to the scan
 * field from anywhere, and a scan to what it names.
 */
export function TopBar() {
  const path = usePathname();
  const places = useRef<HTMLElement>(null);
  useHereInView(places, path);
  const goTo = useGoTo();
  // On the Floor the field itself takes the key, and what is scanned.
  useKeys([{ key: '/', label: 'Scan or type a tag', act: () => goTo('/?scan'), off: path === '/' }]);
  useScannedAnywhere((text) => {
    if (path !== '/') goTo(`/?scan=${encodeURIComponent(text)}`);
  });
  return (
    <header className="no-print flex flex-wrap items-center gap-x-4 gap-y-1 border-b bg-sheet px-4 py-1.5 lg:flex-nowrap lg:max-2xl:gap-x-2">
      <BrandOrUnsent />
      <nav
        ref={places}
        aria-label="Screens"
        // Fading out at its edge, it says that there is more.
        className="order-last flex w-full gap-1 overflow-x-auto max-lg:mask-r-from-[calc(100%-3rem)] max-lg:pr-12 lg:order-none lg:w-auto lg:gap-0.5 lg:max-xl:gap-0 lg:overflow-visible"
      >
        {PLACES.map(({ href, label }) => {
          const here = href === '/' ? path === '/' : path.startsWith(href);
          return (
            <Link
              key={href}
              href={href}
              aria-current={here ? 'page' : undefined}
              className={clsx(
                'grid min-h-11 shrink-0 place-items-center rounded-md px-3 whitespace-nowrap hover:bg-sunk lg:px-1.5 lg:max-xl:px-1 lg:max-xl:text-[15px] 2xl:px-3',
                here && 'bg-harbour-wash font-semibold',
              )}
            >
              {label}
            </Link>
          );
        })}
      </nav>
      <div className="ml-auto flex flex-wrap items-center justify-end gap-2 max-sm:gap-1 lg:max-2xl:gap-1">
        <WrongClock />
        <FindAnything />
        <UnitSwitch />
        <ThemeSwitch />
        <ToneSwitch />
        <WhoIsHere />
      </div>
    </header>
  );
}

function UnitSwitch() {
  const { temperatureUnit, choose } = useSite();
  const other = temperatureUnit === '°C' ? '°F' : '°C';
  return (
    <button
      type="button"
      className="figures min-h-11 min-w-11 rounded-md border px-2 hover:bg-sunk"
      aria-label={`Temperatures in ${temperatureUnit}; change to ${other}`}
      onClick={() => choose({ temperatureUnit: other })}
    >
      {temperatureUnit}
    </button>
  );
}

function ThemeSwitch() {
  const { theme, choose } = useSite();
  const system = useSystemTheme();
  const shown = theme === 'system' ? system : theme;
  const other = shown === 'light' ? 'dark' : 'light';
  const Icon = shown === 'light' ? Moon : Sun;
  return (
    <button
      type="button"
      className="grid min-h-11 min-w-11 place-items-center rounded-md border hover:bg-sunk"
      aria-label={`Change to the ${other} theme`}
      // What the system has anyway is followed from then on.
      onClick={() => choose({ theme: other === system ? 'system' : other })}
    >
      <Icon size={20} aria-hidden="true" />
    </button>
  );
}

/** Where there is no room for it the finder has it. */
function ToneSwitch() {
  const { tones, choose } = useSite();
  const Icon = tones === 'on' ? Volume2 : VolumeX;
  return (
    <button
      type="button"
      className="hidden min-h-11 min-w-11 place-items-center rounded-md border hover:bg-sunk sm:max-lg:grid xl:grid"
      aria-pressed={tones === 'on'}
      aria-label="Tones when a value settles, a clock ends or something is wrong"
      onClick={() => choose({ tones: tones === 'on' ? 'off' : 'on' })}
    >
      <Icon size={20} aria-hidden="true" />
    </button>
  );
}

const NIGHT = '(prefers-color-scheme: dark)';

/** What the machine itself is set to; it may change while the page is open. */
function useSystemTheme(): 'light' | 'dark' {
  return useSyncExternalStore(
    (changed) => {
      const media = window.matchMedia(NIGHT);
      media.addEventListener('change', changed);
      return () => media.removeEventListener('change', changed);
    },
    () => (window.matchMedia(NIGHT).matches ? 'dark' : 'light'),
    () => 'light',
  );
}
