import { hostname, networkInterfaces } from 'node:os';

/**
 * The names by which this machine may be called: its own, its addresses, and those that the site has named. A page
 * elsewhere can point a name of its own at this machine; a request under such a name is not answered.
 */
export function ownHosts(named: readonly string[], address: string | null): ReadonlySet<string> {
  const addresses = Object.values(networkInterfaces()).flatMap((found) => found ?? []);
  const name = hostname().toLowerCase();
  return new Set([
    ...['localhost', '127.0.0.1', '::1', name, `${name}.local`],
    ...addresses.map((found) => found.address.replace(/%.*$/, '').toLowerCase()),
    ...named.map((host) => host.toLowerCase()),
    ...(address ? [new URL(address).hostname.replace(/^\[|\]$/g, '').toLowerCase()] : []),
  ]);
}

/** The name in a Host header, without port and brackets; null where there is none or it is no name. */
export function hostIn(header: string | undefined): string | null {
  const found = /^(?:\[([0-9a-f:.]+)\]|([^:/\s@]+))(?::\d{1,5})?$/i.exec(header ?? '');
  return (found?.[1] ?? found?.[2])?.toLowerCase() ?? null;
}
