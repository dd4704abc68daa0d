import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import { type Entrance, frontDoor, type Handler } from './front-door';

let server: Server | undefined;

/** Opens a door before an application; answers with its port. */
async function opened(
  application: Handler,
  { behindProxy = false, admit = async (): Promise<Entrance> => ({ kind: 'in', who: '{}' }) } = {},
): Promise<number> {
  let number = 0;
  server = createServer(
    frontDoor(application, {
      hosts: new Set(['127.0.0.1']),
      reloading: false,
      isHttps: false,
      behindProxy,
      log: () => undefined,
      admit,
      newNumber: () => `n${++number}`,
    }),
  ).listen(0, '127.0.0.1');
  await once(server, 'listening');
  return (server.address() as AddressInfo).port;
}

afterEach(() => server?.close());

const HEAD = 'POST /api/runs HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n';

/** Sends a head, then drops of a body for as long as the link holds; answers with all that came back. */
function trickle(port: number, head: string, drop: string): Promise<string> {
  return new Promise((told) => {
    let heard = '';
    const socket = connect(port, '127.0.0.1', () => socket.write(head));
    const timer = setInterval(() => socket.write(drop), 20);
    socket.on('data', (piece) => {
      heard += piece.toString();
    });
    socket.on('error', () => undefined);
    socket.on('close', () => {
      clearInterval(timer);
      told(heard);
    });
  });
}

describe('a body that is answered before all of it has come', () => {
  const refusing: Handler = async (_request, response) => {
    response.statusCode = 422;
    response.end('{}');
  };

  it.each([
    ['and comes by drops', `${HEAD}Content-Length: 50000\r\n\r\n`, 'x'],
    ['and never ends', `${HEAD}Transfer-Encoding: chunked\r\n\r\n`, '5\r\nxxxxx\r\n'],
  ])('%s loses its link, with the answer', async (_what, head, drop) => {
    const port = await opened(refusing);
    expect(await trickle(port, head, drop)).toContain('HTTP/1.1 422');
  });
});

it('a fault of the application is told by a number and nothing else', async () => {
  const port = await opened(async () => {
    throw new Error('secret insides');
  });
  const response = await fetch(`http://127.0.0.1:${port}/api/now`);
  expect(response.status).toBe(500);
  const text = await response.text();
  expect(text).toContain('"number":"n1"');
  expect(text).not.toContain('secret');
});

describe('who calls', () => {
  const seen: Handler = async (request, response) => {
    response.end(JSON.stringify([request.headers['x-device'], request.headers['x-admitted']]));
  };
  const told = async (port: number, headers: Record<string, string>) =>
    (await fetch(`http://127.0.0.1:${port}/`, { headers })).json();

  it('is whoever holds the link, whatever a header says, where no proxy is named', async () => {
    const port = await opened(seen);
    expect(await told(port, { 'x-forwarded-for': '10.0.0.9', 'x-device': 'x' })).toEqual(['127.0.0.1', '{}']);
  });

  it('is the last that a named proxy has seen, and not what somebody made up before it', async () => {
    const port = await opened(seen, { behindProxy: true });
    expect((await told(port, { 'x-forwarded-for': '6.6.6.6, 10.0.0.9' }))[0]).toBe('10.0.0.9');
    expect((await told(port, { 'x-forwarded-for': 'nobody' }))[0]).toBe('127.0.0.1');
    expect((await told(port, {}))[0]).toBe('127.0.0.1');
  });

  it('is let in under nobody’s name but the one that was found', async () => {
    const admit = async () => ({ kind: 'in', who: '{"actor":null}' }) as const;
    const port = await opened(seen, { admit });
    const forged = { 'x-admitted': '{"actor":"maro","role":"lead"}' };
    expect((await told(port, forged))[1]).toBe('{"actor":null}');
  });
});

describe('who is not let in', () => {
  const never: Handler = async () => {
    throw new Error('the application hears of it');
  };
  it('is led to where one signs in, and back, from a page; an API says so', async () => {
    const admit = async () => ({ kind: 'out', why: 'nobody' }) as const;
    const port = await opened(never, { admit });
    const page = await fetch(`http://127.0.0.1:${port}/batteries?words=a%20b`, { redirect: 'manual' });
    expect([page.status, page.headers.get('location')]).toEqual([
      303,
      '/sign-in?to=%2Fbatteries%3Fwords%3Da%2520b',
    ]);
    const api = await fetch(`http://127.0.0.1:${port}/api/site`);
    expect(api.status).toBe(401);
    expect(await api.json()).toMatchObject({ ok: false, failure: 'signed_out', number: 'n2' });
  });

  it('is told why where their role may not', async () => {
    const admit = async () => ({ kind: 'may_not', message: 'A viewer may not.' }) as const;
    const port = await opened(never, { admit });
    const answer = await fetch(`http://127.0.0.1:${port}/api/site`);
    expect(answer.status).toBe(403);
    expect((await answer.json()).problems[0].message).toBe('A viewer may not.');
  });
});
