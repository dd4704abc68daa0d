import 'server-only';
import { cookies } from 'next/headers';
import type { RatingStandard } from '@/core/battery/rating-standard';
import { checkShape } from '@/core/exchange/check-shape';
import type { KeptCharger, Technician } from '@/core/exchange/views';
import type { Winter } from '@/core/history/surroundings';
import type { Role } from '@/core/people/roles';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import type { Answer } from './answer';
import { chargersHere } from './chargers';
import type { Context } from './context';
import { COOKIES } from './cookies';
import { technicians } from './technicians';

const YEAR_SECONDS = 31_536_000;

const Choice = Type.Object(
  {
    technicianId: Type.Optional(Type.String({ format: 'uuid' })),
    temperatureUnit: Type.Optional(Type.Union([Type.Literal('°C'), Type.Literal('°F')])),
    theme: Type.Optional(Type.Union([Type.Literal('light'), Type.Literal('dark'), Type.Literal('system')])),
    tones: Type.Optional(Type.Union([Type.Literal('on'), Type.Literal('off')])),
  },
  { additionalProperties: false },
);

/** How this browser shows things and who is at it, beside what the whole site shares. */
export interface ScreenSettings {
  readonly zone: string;
  readonly ratingStandard: RatingStandard;
  readonly winter: Winter;
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
  readonly temperatureUnit: '°C' | '°F';
  /** `system` follows the machine. */
  readonly theme: 'light' | 'dark' | 'system';
  /** Whether what settles, ends or goes wrong is told by ear and hand too. */
  readonly tones: 'on' | 'off';
}

/** The settings of the browser that asks. A choice that no longer exists falls back to none. */
export async function screenSettings(context: Context): Promise<Answer<ScreenSettings>> {
  const jar = await cookies();
  const isIn = context.isOpen || context.sessionId !== null;
  // Who has not been let in is told nobody's name.
  const known = isIn ? await technicians(context) : [];
  return succeed<ScreenSettings>({
    zone: context.site.zone,
    ratingStandard: context.site.ratingStandard,
    winter: context.site.winter,
    currency: context.site.currency,
    technicians: known,
    chargers: isIn ? await chargersHere(context) : [],
    technicianId: known.find(({ id }) => id === context.actor)?.id ?? null,
    role: context.role,
    isIn,
    isOpen: context.isOpen,
    isSample: context.settings.demo,
    idleMinutes: context.site.idleMinutes,
    temperatureUnit: unitOf(jar.get(COOKIES.temperatureUnit)?.value) ?? context.site.temperatureUnit,
    theme: themeOf(jar.get(COOKIES.theme)?.value),
    tones: jar.get(COOKIES.tones)?.value === 'off' ? 'off' : 'on',
  });
}

/** Keeps a choice for this browser. */
export async function keepScreenChoice(_context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(Choice, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const jar = await cookies();
  for (const [name, value] of Object.entries(checked.value)) {
    jar.set(COOKIES[name as keyof typeof COOKIES], value, {
      path: '/',
      maxAge: YEAR_SECONDS,
      sameSite: 'lax',
    });
  }
  return succeed(null);
}

const themeOf = (chosen: string | undefined) => (chosen === 'light' || chosen === 'dark' ? chosen : 'system');

const unitOf = (chosen: string | undefined) => (chosen === '°F' || chosen === '°C' ? chosen : null);
