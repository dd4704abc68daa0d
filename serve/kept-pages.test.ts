import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { keepingPages } from './kept-pages';

let server: Server;
let drawn: number;
let state: number | null;
let status: number;

beforeEach(async () => {
  drawn = 0;
  state = 1;
  status = 200;
  let asked = 0;
  const pages = keepingPages(
    async (request, response) => {
      drawn++;
      response.statusCode = status;
      response.setHeader('content-type', 'text/html');
      response.write(`<script nonce="${request.headers['x-nonce']}">`);
      response.end(`</script><p>${request.headers.cookie ?? 'nobody'}, drawn ${drawn}</p>`);
    },
    { state: () => state },
  );
  server = createServer((request, response) => {
    request.headers['x-nonce'] = `nonce-${++asked}`;
    void pages(request, response);
  });
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
});

afterEach(() => server.close());

async function look(path: string, headers: Record<string, string> = {}): Promise<string> {
  const { port } = server.address() as AddressInfo;
  return (await fetch(`http://127.0.0.1:${port}${path}`, { headers })).text();
}

describe('the page that is the same for all', () => {
  it('is drawn once, and carries a nonce of its own each time', async () => {
    const first = await look('/');
    const second = await look('/');
    expect(drawn).toBe(1);
    expect(first).toContain('nonce-1');
    expect(second).toBe(first.replace('nonce-1', 'nonce-2'));
  });

  it('is drawn anew for another browser’s choices', async () => {
    await look('/', { cookie: 'integra_theme=dark' });
    expect(await look('/', { cookie: 'integra_theme=light' })).toContain('theme=light');
    expect(drawn).toBe(2);
  });

  it('is drawn anew once the site has changed, and while the store is in trouble', async () => {
    await look('/');
    state = 2;
    expect(await look('/')).toContain('drawn 2');
    state = null;
    expect(await look('/')).toContain('drawn 3');
    expect(await look('/')).toContain('drawn 4');
  });

  it('is not kept when it went wrong', async () => {
    status = 500;
    await look('/');
    status = 200;
    expect(await look('/')).toContain('drawn 2');
  });
});

it('other pages, and moves between screens, are drawn each time', async () => {
  await look('/batteries');
  await look('/batteries');
  await look('/', { rsc: '1' });
  await look('/', { rsc: '1' });
  expect(drawn).toBe(4);
});
