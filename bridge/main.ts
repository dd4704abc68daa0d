import { parseArgs } from 'node:util';
import { PLAIN } from '@/core/instruments/foreign-lines';
import { Bridge } from './bridge';
import { interpreterFrom, keyFrom } from './from-files';
import { overSerial, overTcp } from './ports';

/** Attaches an instrument of the shop to Integra: what it says over a wire is passed on, what it is asked for is handed to it. */

const USAGE = `Usage: npm run --silent bridge -- --to ADDRESS --key FILE (--serial PATH [--baud 9600] | --tcp HOST:PORT) [--lines FILE]

  --to ADDRESS   where Integra answers, such as http://127.0.0.1:3000
  --key FILE     a file that holds the instrument's key, as Site shows it once; or INTEGRA_KEY in the environment
  --serial PATH  the serial port that the instrument is at, such as /dev/ttyUSB0 or COM3
  --baud N       its speed; 9600 where nothing is said
  --tcp H:P      the address at which the instrument answers, instead of a serial port
  --lines FILE   how its own language is to be read, as integra:foreign-lines/1; without it the instrument speaks Integra's lines

Looks for both again whenever one is lost, until it is stopped.
`;

const { values } = parseArgs({
  options: {
    to: { type: 'string' },
    key: { type: 'string' },
    serial: { type: 'string' },
    baud: { type: 'string', default: '9600' },
    tcp: { type: 'string' },
    lines: { type: 'string' },
    help: { type: 'boolean', short: 'h' },
  },
});

function complain(text: string): never {
  process.stderr.write(`${text}\n`);
  process.exit(2);
}

if (values.help) {
  process.stdout.write(USAGE);
  process.exit(0);
}
const to = values.to ?? '';
if (!URL.canParse(to))
  complain(`--to: found “${to}”, expected an address such as http://127.0.0.1:3000\n\n${USAGE}`);
const key = keyFrom(values.key, process.env.INTEGRA_KEY);
if (!key.ok) complain(key.problems.map(({ message }) => message).join('\n'));
const interpreter =
  values.lines === undefined ? { ok: true as const, value: PLAIN } : interpreterFrom(values.lines);
if (!interpreter.ok) complain(interpreter.problems.map(({ message }) => message).join('\n'));
const [host = '', portText = ''] = (values.tcp ?? '').split(/:(?=\d+$)/);
const baud = Number(values.baud);
if (values.serial === undefined && (host === '' || portText === ''))
  complain(`expected --serial PATH or --tcp HOST:PORT\n\n${USAGE}`);
if (!Number.isInteger(baud) || baud < 50)
  complain(`--baud: found “${values.baud}”, expected a whole number such as 9600`);

const open = values.serial === undefined ? overTcp(host, Number(portText)) : overSerial(values.serial, baud);
const bridge = new Bridge({
  address: to,
  key: key.value,
  open,
  interpreter: interpreter.value,
  log: (text) => process.stdout.write(`${text}\n`),
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => bridge.stop());
process.exitCode = await bridge.run();
