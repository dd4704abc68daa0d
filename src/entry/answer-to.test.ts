import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { succeed } from '@/core/quantity/result';
import { answerTo } from './answer-to';
import { processLog } from './log';

const folder = mkdtempSync(join(tmpdir(), 'integra-entry-'));

function request(body: string): Request {
  const headers = {
    'x-request-number': '1a2b3c4d',
    'x-device': '10.0.0.7',
    'x-admitted': JSON.stringify({
      actor: 'maro',
      role: 'lead',
      isOpen: true,
      sessionId: null,
      deviceId: null,
    }),
  };
  return new Request('http://localhost/api/runs', { method: 'POST', body, headers });
}

it('what is no JSON or far too long is refused before any use case sees it', async () => {
  const seen = vi.fn();
  for (const body of ['{', 'x'.repeat(200_000)]) {
    const response = await answerTo(request(body), seen);
    expect(response.status).toBe(422);
    expect((await response.json()).problems[0].field).toBe('body');
  }
  expect(seen).not.toHaveBeenCalled();
});

it('a store that cannot be opened is told in words, with the number that the log tells more under', async () => {
  const file = join(folder, 'no-database.db');
  writeFileSync(file, 'this is a letter, not a database, and it stays as it is'.repeat(100));
  process.env.DATABASE_URL = `file:${file}`;
  const error = vi.fn();
  const logged = vi.spyOn(processLog, 'child').mockReturnValue({ error } as never);
  const seen = vi.fn();
  const response = await answerTo(request('{}'), seen);
  expect(response.status).toBe(503);
  expect((await response.json()).problems[0].message).toContain('1a2b3c4d');
  expect(logged).toHaveBeenCalledWith({ number: '1a2b3c4d', actor: 'maro', device: '10.0.0.7' });
  expect(error).toHaveBeenCalledTimes(1);
  expect(seen).not.toHaveBeenCalled();
  logged.mockRestore();
});

it('a use case is handed who asks, from where, under which number, and the time of the site', async () => {
  process.env.DATABASE_URL = `file:${join(folder, 'x.db')}`;
  process.env.INTEGRA_ZONE = 'Etc/GMT-1';
  const response = await answerTo(request('{"asked":1}'), async (context, input) => {
    const { actor, device, number, site } = context;
    return succeed({ actor, device, number, zone: site.zone, input });
  });
  expect((await response.json()).value).toEqual({
    actor: 'maro',
    device: '10.0.0.7',
    number: '1a2b3c4d',
    zone: 'Etc/GMT-1',
    input: { asked: 1 },
  });
});
