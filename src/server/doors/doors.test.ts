import { readdirSync, readFileSync } from 'node:fs';
import { safetyHeaders } from './headers';
import { hostIn, ownHosts } from './hosts';
import { LIMITS, limitsOf } from './limits';
import { foreignWrite } from './origin';

const APP = 'src/app';

/** Every door of the application, as its folders say it: pages by GET, routes by the methods that they export. */
function doors(): { method: string; path: string }[] {
  const files = listed(APP);
  return files.flatMap((file) => {
    const path = file.slice(APP.length).replace(/\/(page\.tsx|route\.ts)$/, '') || '/';
    if (file.endsWith('page.tsx')) return [{ method: 'GET', path }];
    const text = readFileSync(file, 'utf8');
    const methods = [...text.matchAll(/export (?:async )?(?:const|function) (GET|POST|PUT|DELETE)\b/g)];
    return methods.map(([, method = '']) => ({ method, path }));
  });
}

function listed(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = `${folder}/${entry.name}`;
    if (entry.isDirectory()) return listed(path);
    return /^(page\.tsx|route\.ts)$/.test(entry.name) ? [path] : [];
  });
}

describe('the table of limits', () => {
  it('names every door of the application, and no other', () => {
    const found = doors().map(({ method, path }) => `${method} ${path}`);
    expect(found.length).toBeGreaterThan(40);
    expect(found.sort()).toEqual(LIMITS.map(({ method, path }) => `${method} ${path}`).sort());
  });

  it('sets each of them a rate, a size, a depth and times', () => {
    for (const limits of LIMITS) {
      expect(limits.perMinute).toBeGreaterThan(0);
      expect(limits.bounds.depth).toBeLessThanOrEqual(16);
      expect(limits.bodyMs).toBeGreaterThan(0);
      expect(limits.answerMs).toBeGreaterThan(0);
      expect(limits.bytes > 0).toBe(limits.body !== 'none');
    }
  });

  it('knows a door by its address, whatever stands in it', () => {
    expect(limitsOf('GET', '/bench/x')?.path).toBe('/bench/[id]');
    expect(limitsOf('HEAD', '/')?.path).toBe('/');
    expect(limitsOf('GET', '/api/batteries/find')?.path).toBe('/api/batteries/find');
    expect(limitsOf('GET', '/bench/x/y/z')).toBeUndefined();
    expect(limitsOf('DELETE', '/')).toBeUndefined();
  });
});

describe('a write', () => {
  const own = {
    method: 'POST',
    host: 'bench.local:3000',
    origin: 'http://bench.local:3000',
    fetchSite: 'same-origin',
  };
  const json = { contentType: 'application/json; charset=utf-8' };

  it.each([
    ['of this application', { ...own, ...json }, null],
    ['of a program that says nothing of itself', { method: 'POST', host: own.host, ...json }, null],
    ['of another page', { ...own, ...json, fetchSite: 'cross-site' }, 'page of another site'],
    ['of another port', { ...own, ...json, origin: 'http://bench.local:4000' }, 'another origin'],
    ['of a page without an origin', { ...own, ...json, origin: 'null' }, 'another origin'],
    [
      'of a form',
      { ...own, contentType: 'application/x-www-form-urlencoded' },
      'application/json is expected',
    ],
    ['of plain text', { ...own, contentType: 'text/plain' }, 'application/json is expected'],
    ['of no kind', { ...own }, 'sent as nothing'],
  ])('%s', (_what, asked, expected) => {
    const told = foreignWrite(
      { origin: undefined, fetchSite: undefined, contentType: undefined, ...asked },
      'record',
    );
    if (expected === null) expect(told).toBeNull();
    else expect(told).toContain(expected);
  });

  it('is looked at for its origin, a look is not', () => {
    const look = {
      method: 'GET',
      host: 'x',
      origin: 'http://y',
      fetchSite: 'cross-site',
      contentType: undefined,
    };
    expect(foreignWrite(look, 'none')).toBeNull();
  });
});

it('a machine answers to its own names and those of its site, and to no other', () => {
  const hosts = ownHosts(['bench.local'], 'https://integra.ferngate.example:8443');
  for (const header of [
    'localhost:3000',
    '127.0.0.1',
    '[::1]:3000',
    'BENCH.local',
    'integra.ferngate.example:8443',
  ]) {
    expect(hosts.has(hostIn(header) ?? '')).toBe(true);
  }
  for (const header of ['evil.example', '', undefined, 'a b', 'x@127.0.0.1', '127.0.0.1.evil.example']) {
    expect(hosts.has(hostIn(header) ?? '')).toBe(false);
  }
});

it('every answer forbids frames, foreign scripts and guessing, and its nonce is its own', () => {
  const one = safetyHeaders('abc');
  expect(one['strict-transport-security']).toBeUndefined();
  expect(safetyHeaders('abc', { isHttps: true })['strict-transport-security']).toContain('max-age=');
  expect(one['content-security-policy']).toContain("frame-ancestors 'none'");
  expect(one['content-security-policy']).toContain("script-src 'self' 'nonce-abc' 'strict-dynamic';");
  expect(one['content-security-policy']).not.toContain('unsafe-eval');
  expect(one).toMatchObject({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'same-origin' });
  expect(one['permissions-policy']).toBeDefined();
});
