/** One value of an address, as a page is given it: the first, where somebody gave it twice, and none that is too long. */
export function first(value: string | readonly string[] | undefined): string | undefined {
  const one = typeof value === 'string' ? value : value?.[0];
  return one !== undefined && one.length <= LONGEST && !one.includes('\0') ? one : undefined;
}

/** Longer than any address that Integra writes itself: the code of a practice case. */
const LONGEST = 8000;

/** What a page is given of its address. */
export type Query = Promise<Readonly<Record<string, string | string[] | undefined>>>;
