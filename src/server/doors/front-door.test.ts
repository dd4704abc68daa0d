import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import { frontDoor, type Handler } from './front-door';

let server: Server | undefined;

/** Opens a door before an application; answers with its port. */
async function opened(application: Handler): Promise<number> {
  let number = 0;
  server = createServer(
    frontDoor(application, {
      hosts: new Set(['127.0.0.1']),
      reloading: false,
      log: () => undefined,
      admit: async () => ({ kind: 'in', who: '{}' }),
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
