import { nextAct, type Typing } from './next-act';
import { type NumberField, readFields } from './number-fields';

type Name = 'volts' | 'temperatureC';
const FIELDS: readonly NumberField<Name>[] = [
  { name: 'volts', label: 'Voltage', quantity: 'openCircuitVolts', unit: 'V', initial: null },
  {
    name: 'temperatureC',
    label: 'Temperature',
    quantity: 'temperatureC',
    unit: '°C',
    initial: null,
    assumes: 25,
  },
];
const FRESH: Typing<Name> = { manyAlike: false, tried: false, offered: null, stoodBy: null };

function act(volts: string, temperatureC: string, typing: Partial<Typing<Name>> = {}) {
  const texts = { volts, temperatureC };
  const read = readFields(FIELDS, texts, 12, '°C', new Set());
  return nextAct(FIELDS, texts, read, { ...FRESH, ...typing });
}

it.each([
  ['what is missing is complained of', act('', '20'), { kind: 'complain', name: 'volts' }],
  ['what cannot be is complained of', act('126', '20'), { kind: 'complain', name: 'volts' }],
  [
    'one of many alike is gone on to first',
    act('', '', { manyAlike: true }),
    { kind: 'go_to', name: 'volts' },
  ],
  ['and is missing once all were tried', act('', '', { manyAlike: true, tried: true }), { kind: 'complain' }],
  ['what is unusual is asked about', act('8.1', '20'), { kind: 'ask', doubt: { text: '8.1' } }],
  ['what would be assumed is offered once', act('12.6', ''), { kind: 'offer', name: 'temperatureC' }],
  ['and taken the second time', act('12.6', '', { offered: 'temperatureC' }), { kind: 'capture' }],
  ['all in order is captured', act('12.6', '18'), { kind: 'capture' }],
])('%s', (_what, found, expected) => {
  expect(found).toMatchObject(expected);
});

it('what was stood by is not asked about again, and what is wrong goes before what is unusual', () => {
  const first = act('8.1', '20');
  if (first.kind !== 'ask') throw new Error('8.1 V is unusual');
  expect(act('8.1', '20', { stoodBy: first.doubt })).toEqual({ kind: 'capture' });
  expect(act('8.1', '400')).toEqual({ kind: 'complain', name: 'temperatureC' });
});
