import 'server-only';
import type { Static } from '@sinclair/typebox';
import { checkShape } from '@/core/exchange/check-shape';
import { fail, problem, type Result } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { DEFAULT_DATABASE_URL } from '@/store/open';

const text = (most: number) => Type.Optional(Type.String({ maxLength: most }));

/** What the environment can say, all of it optional; everything else in it is none of ours. */
const Environment = Type.Object({
  DATABASE_URL: text(1000),
  INTEGRA_DEMO: Type.Optional(Type.Union([Type.Literal('0'), Type.Literal('1')])),
  INTEGRA_ZONE: text(60),
  INTEGRA_ADDRESS: text(300),
  INTEGRA_HOSTS: text(1000),
  INTEGRA_TLS_KEY: text(1000),
  INTEGRA_TLS_CERTIFICATE: text(1000),
  INTEGRA_PROXY: Type.Optional(Type.Union([Type.Literal('0'), Type.Literal('1')])),
  INTEGRA_INSTRUMENTS: text(300),
  INTEGRA_COPIES: text(1000),
  INTEGRA_COPIES_TOO: text(1000),
  INTEGRA_THREADS: text(1000),
  INTEGRA_KEEP: text(1000),
  INTEGRA_STORE_FAULT: text(40),
});

/** The variables that are read of the environment. */
export const SETTING_NAMES = Object.keys(Environment.properties);

/** What a site sets from outside, in the form in which the server uses it. */
export interface Settings {
  readonly databaseUrl: string;
  readonly demo: boolean;
  /** The zone that a new site begins with; from then on its own is on the *Site* screen. */
  readonly zone: string;
  /** Where Integra answers, for codes of a new site; null for the address that the browser used. */
  readonly address: string | null;
  /** Names that it may be called by beside this machine's own. */
  readonly hosts: readonly string[];
  /** The files of a key and its certificate, where this server itself answers over https. */
  readonly tls: { readonly key: string; readonly certificate: string } | null;
  /** Browsers reach it over https: by its own key, or through a proxy. */
  readonly isHttps: boolean;
  /** A proxy on this machine stands before it: it says who calls. */
  readonly behindProxy: boolean;
  /** Where the shop's instruments speak; empty where there are none. */
  readonly instruments: string;
  /** Where copies of the database are kept; null for the folder beside it. */
  readonly copies: string | null;
  /** A second place that each copy is put in too, another disk or machine; null where there is none. */
  readonly copiesToo: string | null;
  /** The bundle that worker threads run; null where heavy work is done on the spot, as in unit tests. */
  readonly threads: string | null;
  /** The bundle of the commands that make, check and put back copies. */
  readonly keep: string | null;
  /** What was found wrong with the database before the server was started. */
  readonly storeFault: string | null;
}

/** The settings that an environment comes to, or what is wrong with it by the name of its variable. */
export function readSettings(environment: Readonly<Record<string, string | undefined>>): Result<Settings> {
  const named = SETTING_NAMES.flatMap((name) => {
    const value = environment[name];
    return value === undefined || value === '' ? [] : [[name, value] as const];
  });
  const checked = checkShape(Environment, Object.fromEntries(named));
  if (!checked.ok) return checked;
  const said: Static<typeof Environment> = checked.value;
  const zone = said.INTEGRA_ZONE ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const { INTEGRA_TLS_KEY: key, INTEGRA_TLS_CERTIFICATE: certificate } = said;
  const tls = key !== undefined && certificate !== undefined ? { key, certificate } : null;
  const problems = [
    zoneProblem(zone),
    addressProblem(said.INTEGRA_ADDRESS),
    tlsProblem(key, certificate),
  ].filter((found) => found !== null);
  if (problems.length > 0) return fail(...problems);
  return {
    ok: true,
    value: {
      databaseUrl: said.DATABASE_URL ?? DEFAULT_DATABASE_URL,
      demo: said.INTEGRA_DEMO === '1',
      zone,
      address: said.INTEGRA_ADDRESS?.replace(/\/+$/, '') ?? null,
      hosts: (said.INTEGRA_HOSTS ?? '').split(/[\s,]+/).filter((name) => name !== ''),
      tls,
      isHttps: tls !== null || said.INTEGRA_ADDRESS?.startsWith('https:') === true,
      behindProxy: said.INTEGRA_PROXY === '1',
      instruments: said.INTEGRA_INSTRUMENTS ?? '',
      copies: said.INTEGRA_COPIES ?? null,
      copiesToo: said.INTEGRA_COPIES_TOO ?? null,
      threads: said.INTEGRA_THREADS ?? null,
      keep: said.INTEGRA_KEEP ?? null,
      storeFault: said.INTEGRA_STORE_FAULT ?? null,
    },
  };
}

/** Whether there is a time zone of this name. */
export function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

/** A key without its certificate is none, nor the other way round. */
function tlsProblem(key: string | undefined, certificate: string | undefined) {
  if ((key === undefined) === (certificate === undefined)) return null;
  return key === undefined
    ? problem('INTEGRA_TLS_KEY', '', 'the file of the key that INTEGRA_TLS_CERTIFICATE belongs to')
    : problem('INTEGRA_TLS_CERTIFICATE', '', 'the file of the certificate of INTEGRA_TLS_KEY');
}

function zoneProblem(zone: string) {
  return isZone(zone) ? null : problem('INTEGRA_ZONE', zone, 'the name of a time zone, such as Etc/GMT-1');
}

function addressProblem(address: string | undefined) {
  if (address === undefined) return null;
  const known = URL.canParse(address) && /^https?:$/.test(new URL(address).protocol);
  return known ? null : problem('INTEGRA_ADDRESS', address, 'an address such as http://bench.local:3000');
}
