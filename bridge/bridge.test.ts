import { once } from 'node:events';
import { mkdtempSync, writeFileSync } from 'node:fs';
import {
  createServer as createWebServer,
  type IncomingMessage,
  type Server,
  type ServerResponse,
} from 'node:http';
import { type AddressInfo, createServer, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { SerialPortMock } from 'serialport';
import { uuidv7 } from 'uuidv7';
import { interpreterOf, PLAIN } from '@/core/instruments/foreign-lines';
import type { InstrumentFacts } from '@/core/instruments/keyed-instrument';
import { granted, messagesOf } from '@/server/answers.test-support';
import type { Context } from '@/server/context';
import { newContext } from '@/server/context.test-support';
import { instrumentHub } from '@/server/instruments/hub';
import {
  addInstrumentAsked,
  endInstrumentAsked,
  instrumentsView,
  moveInstrumentAsked,
} from '@/server/instruments/keys';
import { hasInstruments, listenToInstruments, tellInstruments } from '@/server/instruments/listen';
import { attendAsked, sayAsked } from '@/server/instruments/speak';
import { Bridge, type BridgeOptions } from './bridge';
import { interpreterFrom, keyFrom } from './from-files';
import { overTcp } from './ports';

/** Integra's side: the use cases behind an address, without the pages. */
let context: Context;
let integra: Server;
let address = '';
const open: (() => unknown)[] = [];

async function answer(message: IncomingMessage, response: ServerResponse): Promise<void> {
  const gone = new AbortController();
  response.on('close', () => gone.abort());
  const request = new Request(new URL(message.url ?? '/', address), {
    method: message.method ?? 'GET',
    headers: Object.entries(message.headers).map(([name, value]): [string, string] => [name, String(value)]),
    signal: gone.signal,
    ...(message.method === 'POST' ? { body: Readable.toWeb(message) as ReadableStream, duplex: 'half' } : {}),
  });
  const said = await (message.method === 'POST' ? sayAsked : attendAsked)(context, request);
  response.writeHead(said.status, Object.fromEntries(said.headers));
  if (said.body) for await (const piece of said.body) response.write(piece);
  response.end();
}

async function startIntegra(port = 0): Promise<void> {
  integra = createWebServer(
    (message, response) => void answer(message, response).catch(() => response.destroy()),
  );
  integra.listen(port, '127.0.0.1');
  await once(integra, 'listening');
  address = `http://127.0.0.1:${(integra.address() as AddressInfo).port}`;
}

beforeEach(async () => {
  context = await newContext();
  await startIntegra();
});
afterEach(async () => {
  for (const close of open.splice(0)) await close();
  integra.closeAllConnections();
  await new Promise((closed) => integra.close(closed));
});

const facts: InstrumentFacts = { name: 'meter-1', kind: 'voltmeter', label: 'Meter of bench 1' };
const added = async (over: Partial<InstrumentFacts> = {}, deviceId: string | null = null) =>
  granted(await addInstrumentAsked(context, { id: uuidv7(), facts: { ...facts, ...over }, deviceId }));

/** A bench that listens: its lines as they come, and a wait for one. */
function bench(deviceId: string | null = null) {
  const lines: string[] = [];
  const waiting = new Set<() => void>();
  const hub = instrumentHub();
  for (const id of hub.present) hub.leave(id);
  const leave = hub.listen(deviceId, (line) => {
    lines.push(line);
    for (const look of waiting) look();
  });
  open.push(leave);
  const heard = (part: string) =>
    new Promise<string>((found) => {
      const look = () => {
        const line = lines.find((one) => one.includes(part));
        if (line === undefined) return;
        waiting.delete(look);
        found(line);
      };
      waiting.add(look);
      look();
    });
  return { lines, heard };
}

/** An instrument at an address: what it hears, and a way to let it say something. */
async function instrumentAtAddress() {
  let socket: Socket | undefined;
  const heard: string[] = [];
  const server = createServer((one) => {
    socket = one;
    one.on('data', (piece) => heard.push(String(piece)));
    one.on('error', () => undefined);
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  open.push(() => {
    socket?.destroy();
    server.close();
  });
  const { port } = server.address() as AddressInfo;
  return {
    port,
    heard,
    say: (text: string) => socket?.write(text),
    unplug: () => socket?.destroy(),
    hears: async (part: string) => {
      while (!heard.join('').includes(part)) await once(socket as Socket, 'data');
    },
  };
}

function bridged(options: Omit<BridgeOptions, 'address' | 'log' | 'mostWaitMs'>) {
  const said: string[] = [];
  const bridge = new Bridge({ ...options, address, log: (text) => said.push(text), mostWaitMs: 300 });
  const ended = bridge.run();
  open.push(() => {
    bridge.stop();
    return ended;
  });
  return { bridge, ended, said };
}

describe('an instrument at an address, with a key', () => {
  it('is seen at the bench, says what it measures and hears what it is asked', async () => {
    const { key } = await added();
    const { heard } = bench();
    const there = await instrumentAtAddress();
    bridged({ key, open: overTcp('127.0.0.1', there.port), interpreter: PLAIN });
    expect(await heard('hello')).toBe('hello meter-1 kind=voltmeter label=Meter%20of%20bench%201');
    there.say('reading meter vol');
    there.say('ts=12.64\nnonsense\nreading other volts=11.2\n');
    expect(await heard('12.64')).toBe('reading meter-1 volts=12.64');
    // Whatever name it says, it speaks for itself only.
    expect(await heard('11.2')).toBe('reading meter-1 volts=11.2');
    const told = await tellInstruments(context, linesTo('ask meter-1'));
    expect(told.status).toBe(204);
    await there.hears('ask meter-1\n');
  });

  it('is told to be gone when it is unplugged, and there again when it is back', async () => {
    const { key } = await added();
    const { heard, lines } = bench();
    const there = await instrumentAtAddress();
    bridged({ key, open: overTcp('127.0.0.1', there.port), interpreter: PLAIN });
    await heard('hello');
    there.unplug();
    await heard('bye meter-1');
    lines.length = 0;
    await heard('hello');
  });

  it('outlasts a server that is started anew', async () => {
    const { key } = await added();
    const { heard, lines } = bench();
    const there = await instrumentAtAddress();
    bridged({ key, open: overTcp('127.0.0.1', there.port), interpreter: PLAIN });
    await heard('hello');
    const { port } = integra.address() as AddressInfo;
    integra.closeAllConnections();
    await new Promise((closed) => integra.close(closed));
    await heard('bye');
    lines.length = 0;
    await startIntegra(port);
    await heard('hello');
  });

  it('is cut off at once when its key is ended, and the bridge says why and stops', async () => {
    const { id, key } = await added();
    const { heard } = bench();
    const there = await instrumentAtAddress();
    const { ended, said } = bridged({ key, open: overTcp('127.0.0.1', there.port), interpreter: PLAIN });
    await heard('hello');
    granted(await endInstrumentAsked(context, { id }));
    await heard('bye');
    expect(await ended).toBe(2);
    expect(said.at(-1)).toContain('was ended');
    expect((await instrumentsView(context)).instruments).toHaveLength(0);
  });
});

describe('an instrument at a serial port that speaks its own language', () => {
  it('is understood, and sent what it knows', async () => {
    const { key } = await added({ name: 'bank-1', kind: 'load_bank' });
    const { heard } = bench();
    const path = `/dev/simulated-${uuidv7()}`;
    SerialPortMock.binding.createPort(path, { echo: false, record: true });
    let port: SerialPortMock | undefined;
    const interpreter = interpreterOf({
      ends: '\r\n',
      reads: [{ when: '^I=(?<amps>[0-9.]+)A$', times: { amps: 1 } }],
      tells: [{ when: 'set', send: 'SET {amps}\r\n' }],
    });
    if (!interpreter.ok) throw new Error('the patterns can be read');
    const openPort = () =>
      new Promise<SerialPortMock>((opened, failed) => {
        const made = new SerialPortMock({ path, baudRate: 9600 }, (error) =>
          error ? failed(error) : opened(made),
        );
        port = made;
      });
    bridged({ key, open: openPort, interpreter: interpreter.value });
    await heard('hello bank-1 kind=load_bank');
    port?.port?.emitData(Buffer.from('I=284.5A\r\n'));
    expect(await heard('284.5')).toBe('reading bank-1 amps=284.5');
    await tellInstruments(context, linesTo('set bank-1 amps=285 seconds=15'));
    await port?.drain();
    while (!String(port?.port?.recording).includes('SET 285'))
      await new Promise((again) => setImmediate(again));
  });
});

const linesTo = (text: string) =>
  new Request(`${address}/api/instruments?place=here`, {
    method: 'POST',
    headers: { 'content-type': 'application/x-integra-lines' },
    body: text,
  });

describe('who may speak', () => {
  const say = (key: string, text: string) =>
    sayAsked(
      context,
      new Request(`${address}/api/instruments/lines`, {
        method: 'POST',
        headers: { 'content-type': 'application/x-integra-lines', authorization: `Bearer ${key}` },
        body: text,
      }),
    );

  it('is nobody without a key, with one that is none, or that was ended', async () => {
    const { id, key } = await added();
    for (const wrong of ['', 'x'.repeat(43), `${key}x`])
      expect((await say(wrong, 'reading m volts=1')).status).toBe(401);
    granted(await endInstrumentAsked(context, { id }));
    expect((await say(key, 'reading m volts=1')).status).toBe(401);
  });

  it('is an instrument that listens, and only for what it measures', async () => {
    const { key } = await added();
    expect((await say(key, 'reading meter volts=12')).status).toBe(409);
    const response = await attendAsked(
      context,
      new Request(`${address}/api/instruments/lines`, { headers: { authorization: `Bearer ${key}` } }),
    );
    expect((await say(key, 'reading meter volts=12')).status).toBe(204);
    expect((await say(key, 'hello bank kind=load_bank')).status).toBe(422);
    await response.body?.cancel();
  });

  it('is heard at the bench that it stands at, and at no other', async () => {
    expect(await hasInstruments(context)).toBe(false);
    const { id } = await added();
    expect(await hasInstruments(context)).toBe(true);
    const here = bench('device-1');
    const there = bench('device-2');
    const hub = instrumentHub();
    const speaker = { ...facts, id, deviceId: 'device-1', hand: () => undefined, close: () => undefined };
    hub.join(speaker);
    hub.say(id, ['reading m volts=12.1']);
    hub.move(id, 'device-2');
    hub.say(id, ['reading m volts=12.2']);
    // Unplugged at the bench that it was moved to.
    hub.leave(id, speaker);
    expect(here.lines.map((line) => line.split(' ').slice(0, 3).join(' '))).toEqual([
      ...['hello meter-1 kind=voltmeter', 'reading meter-1 volts=12.1', 'bye meter-1'],
    ]);
    expect(there.lines.map((line) => line.split(' ')[0])).toEqual(['hello', 'reading', 'bye']);
  });

  it('is named once, stands at an enrolled bench, and is of a kind that there is', async () => {
    const { id } = await added();
    const again = await addInstrumentAsked(context, { id: uuidv7(), facts, deviceId: null });
    expect(messagesOf(again)[0]).toContain('no other instrument');
    const nowhere = { id: uuidv7(), facts: { ...facts, name: 'm2' }, deviceId: uuidv7() };
    expect(messagesOf(await addInstrumentAsked(context, nowhere))[0]).toContain('an enrolled device');
    expect(messagesOf(await moveInstrumentAsked(context, { id, deviceId: uuidv7() }))[0]).toContain(
      'enrolled',
    );
    const wrong = { id: uuidv7(), facts: { ...facts, name: '3 m', kind: 'oracle' }, deviceId: null };
    expect(messagesOf(await addInstrumentAsked(context, wrong))).toHaveLength(2);
  });

  it('has a simulated instrument of the same name kept silent', async () => {
    const { id } = await added();
    const hub = instrumentHub();
    hub.join({ ...facts, id, deviceId: null, hand: () => undefined, close: () => undefined });
    const stand = createWebServer((_, response) => {
      response.end('data: reading meter-1 volts=9.99\n\ndata: reading clamp amps=3\n\n');
    }).listen(0, '127.0.0.1');
    await once(stand, 'listening');
    const at = `http://127.0.0.1:${(stand.address() as AddressInfo).port}`;
    const settings = { ...context.settings, instruments: at };
    const heard = await listenToInstruments(
      { ...context, settings },
      new Request(`${address}/api/instruments?place=x`),
    );
    const text = await heard.text();
    expect(text).toContain('hello meter-1');
    expect(text).toContain('reading clamp amps=3');
    expect(text).not.toContain('9.99');
    hub.leave(id);
    stand.closeAllConnections();
    stand.close();
  });
});

describe('what the bridge is told', () => {
  const file = (text: string) => {
    const path = join(mkdtempSync(join(tmpdir(), 'integra-bridge-')), 'x');
    writeFileSync(path, text);
    return path;
  };

  it('comes from files, and what is wrong with them is said by field', () => {
    expect(keyFrom(file(' abc \n'), undefined)).toMatchObject({ value: 'abc' });
    expect(keyFrom(undefined, 'abc')).toMatchObject({ value: 'abc' });
    expect(keyFrom(undefined, ' ')).toMatchObject({ ok: false });
    expect(keyFrom('/nowhere/at/all', undefined)).toMatchObject({ ok: false });
    expect(interpreterFrom(file('{"reads":[{"when":"^x$"}]}'))).toMatchObject({ ok: true });
    const wrongs = [
      '{',
      '{"reads":[]}',
      '{"reads":[{"when":"("}]}',
      '{"reads":[{"when":"a","times":{"v":"x"}}]}',
    ];
    for (const wrong of wrongs) expect(interpreterFrom(file(wrong))).toMatchObject({ ok: false });
  });
});
