import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { createServer, get, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { makeSmall } from '../scripts/made-small.mjs';
import { sendingBuilt } from './built-files';

const SCRIPT = `export const limits = [${'9.6, '.repeat(500)}];\n`;

let folder: string;
let server: Server;
let passedOn: string[];

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'integra-built-'));
  mkdirSync(join(folder, 'chunks'));
  writeFileSync(join(folder, 'chunks/a1.js'), SCRIPT);
  writeFileSync(join(folder, 'chunks/letters.woff2'), 'letters');
  await makeSmall(folder);
  const files = sendingBuilt(async (request, response) => {
    passedOn.push(request.url ?? '');
    response.end('by the application');
  }, folder);
  server = createServer((request, response) => void files(request, response));
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
});

beforeEach(() => {
  passedOn = [];
});

afterAll(() => server.close());

async function asked(path: string, accepts: string) {
  const { port } = server.address() as AddressInfo;
  const headers = { 'accept-encoding': accepts };
  const answer = await new Promise<IncomingMessage>((come, fail) =>
    get({ host: '127.0.0.1', port, path, headers }, come).on('error', fail),
  );
  return { headers: answer.headers, body: await buffer(answer) };
}

describe('a file of the build', () => {
  it('goes out in the smallest form that the browser takes, and is the same file', async () => {
    const small = await asked('/_next/static/chunks/a1.js', 'gzip, deflate, br');
    expect(small.headers).toMatchObject({
      'content-encoding': 'br',
      'content-type': 'text/javascript; charset=utf-8',
      'cache-control': 'public, max-age=31536000, immutable',
      vary: 'accept-encoding',
    });
    expect(brotliDecompressSync(small.body).toString()).toBe(SCRIPT);
    const larger = await asked('/_next/static/chunks/a1.js?dpl=1', 'GZIP;q=0.8, br;q=0');
    expect(larger.headers['content-encoding']).toBe('gzip');
    expect(gunzipSync(larger.body).toString()).toBe(SCRIPT);
    expect(small.body.length).toBeLessThan(larger.body.length);
    expect(passedOn).toEqual([]);
  });

  it('that is still being made smaller goes out as it is, and in its small form from then on', async () => {
    const path = '/_next/static/chunks/later.js';
    writeFileSync(join(folder, 'chunks/later.js'), SCRIPT);
    expect(String((await asked(path, 'br')).body)).toBe('by the application');
    await makeSmall(folder);
    expect((await asked(path, 'br')).headers['content-encoding']).toBe('br');
    expect(passedOn).toEqual([path]);
  });

  it.each([
    ['that nobody made small', '/_next/static/chunks/letters.woff2', 'br'],
    ['for a browser that reads nothing compressed', '/_next/static/chunks/a1.js', 'identity'],
    ['for a browser that will have it in no such form', '/_next/static/chunks/a1.js', 'br;q=0, gzip; q=0.0'],
    ['that is its own compressed form', '/_next/static/chunks/a1.js.br', 'br'],
    ['that is not there', '/_next/static/chunks/b2.js', 'br'],
    ['from outside the folder', '/_next/static/../../package.json', 'br'],
    ['that only begins like one', '/_next/statics/chunks/a1.js', 'br'],
  ])('%s is the application’s to answer, as it was asked', async (_which, path, accepts) => {
    const { headers, body } = await asked(path, accepts);
    expect(headers['content-encoding']).toBeUndefined();
    expect(String(body)).toBe('by the application');
    expect(passedOn).toEqual([path]);
  });
});
