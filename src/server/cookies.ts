/** What a browser keeps: how it shows things, who said to be at it, and what it was let in by, which its scripts cannot read. */
export const COOKIES = {
  technicianId: 'integra_technician',
  temperatureUnit: 'integra_unit',
  theme: 'integra_theme',
  tones: 'integra_tones',
  session: 'integra_session',
  device: 'integra_device',
} as const;

/** A cookie to be set, or to be taken away where it holds nothing. */
export interface CookieChange {
  readonly name: string;
  readonly value: string;
  readonly maxAgeSeconds: number;
}

/** Cookies as a request brings them, by name; of several of one name the first. */
export function cookiesIn(header: string | null | undefined): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const part of (header ?? '').split(';')) {
    const at = part.indexOf('=');
    const name = part.slice(0, Math.max(0, at)).trim();
    if (name !== '' && !found.has(name)) found.set(name, part.slice(at + 1).trim());
  }
  return found;
}

/** The header that sets a cookie which no script reads and no other site sends along. */
export function cookieHeader({ name, value, maxAgeSeconds }: CookieChange, isSecure: boolean): string {
  const secure = isSecure ? '; Secure' : '';
  return `${name}=${value}; Path=/; Max-Age=${maxAgeSeconds}; HttpOnly; SameSite=Lax${secure}`;
}
