import type { Construction } from '../../battery/construction';
import { chargeFromOpenCircuit, openCircuitVoltsAtCharge } from '../../correction/charge-from-open-circuit';
import { freezingPoint, gravityFromCharge } from '../../correction/freezing';
import { chargeFromGravity, gravityAt25 } from '../../correction/gravity';
import { openCircuitVoltsAt25 } from '../../correction/open-circuit-temperature';
import { formatQuantity } from '../../quantity/format';
import {
  chargeField,
  constructionField,
  nominalField,
  numberField,
  quantityField,
  temperatureField,
} from '../fields';
import { given, numberIn, solved, type ToolMaker, type Values, wordIn } from '../tool';

const construction = (values: Values) => wordIn<Construction>(values, 'construction');
const share = (values: Values) => Number(wordIn(values, 'nominal')) / 12;

/** Charge from the rested voltage. */
export const chargeFromVoltsTool: ToolMaker = () => ({
  id: 'charge-volts',
  title: 'Charge from voltage',
  about: 'State of charge from the open-circuit voltage of a battery that has rested.',
  fields: [
    constructionField(),
    nominalField,
    quantityField('volts', 'Open-circuit voltage', 'V', 'openCircuitVolts', 2),
    temperatureField,
    chargeField,
  ],
  begin: { construction: 'flooded', nominal: '12', volts: 12.45, celsius: 25, pct: 75 },
  follows: {
    volts: ['pct'],
    celsius: ['pct'],
    construction: ['pct'],
    nominal: ['pct'],
    pct: ['volts'],
  },
  compute: {
    pct: (values) =>
      given(values, ['volts', 'celsius'], (volts = 0, celsius = 0) =>
        chargeFromOpenCircuit(openCircuitVoltsAt25(volts / share(values), celsius), construction(values)),
      ),
    volts: (values) =>
      given(
        values,
        ['pct', 'celsius'],
        (pct = 0, celsius = 0) =>
          openCircuitVoltsAtCharge(pct, construction(values), celsius) * share(values),
      ),
  },
  working: (values) => {
    const [volts, celsius] = [numberIn(values, 'volts'), numberIn(values, 'celsius')];
    const at25 =
      volts === null || celsius === null ? null : openCircuitVoltsAt25(volts / share(values), celsius);
    return {
      formula: [
        'V at 25 °C = V + 0.0015 for each kelvin colder, on 12 V',
        ...(at25 === null ? [] : [`${formatQuantity(at25, 'V', { decimals: 3 })} on the curve of this type`]),
      ],
      source: 'Textbook curve for flooded, rule of the trade for the others.',
      band: 'one sigma: ±5 % rested overnight, ±7 % after 4 h, ±10 % after 1 h, ±20 % with a surface charge',
      notes: ['Too soon after charging or driving the voltage reads high.'],
    };
  },
});

/** Charge from the hydrometer. */
export const chargeFromGravityTool: ToolMaker = () => ({
  id: 'charge-gravity',
  title: 'Charge from gravity',
  about: 'State of charge from a hydrometer that does not correct for temperature itself.',
  fields: [
    constructionField(['flooded', 'calcium', 'efb']),
    quantityField('gravity', 'Gravity as read', '', 'gravity', 3),
    quantityField('celsius', 'Electrolyte temperature', '°C', 'temperatureC', 1),
    chargeField,
  ],
  begin: { construction: 'flooded', gravity: 1.265, celsius: 25, pct: 100 },
  follows: { gravity: ['pct'], celsius: ['pct'], construction: ['pct'], pct: ['gravity'] },
  compute: {
    pct: (values) =>
      given(values, ['gravity', 'celsius'], (gravity = 0, celsius = 0) =>
        chargeFromGravity(gravityAt25(gravity, celsius), construction(values)),
      ),
    gravity: (values) =>
      given(
        values,
        ['pct', 'celsius'],
        (pct = 0, celsius = 0) => gravityFromCharge(pct, construction(values)) - gravityAt25(0, celsius),
      ),
  },
  working: (values) => {
    const [gravity, celsius] = [numberIn(values, 'gravity'), numberIn(values, 'celsius')];
    return {
      formula: [
        'gravity at 25 °C = gravity + 0.0007 for each kelvin warmer',
        ...(gravity === null || celsius === null ? [] : [`= ${gravityAt25(gravity, celsius).toFixed(3)}`]),
        construction(values) === 'flooded' ? '(gravity − 1.120) ÷ 0.145' : '(gravity − 1.110) ÷ 0.170',
      ],
      source: 'Textbook.',
      band: '±4 %, one sigma',
      notes: [
        'A compensated hydrometer has corrected already: enter 25 °C.',
        'Not within 12 h of topping up.',
      ],
    };
  },
});

/** Gravities between which the table of freezing points reaches. */
const FREEZING_SPAN: readonly [number, number] = [1.1, 1.265];
const LEAST_FREEZING = -57;
const MOST_FREEZING = -8;

/** Where the electrolyte freezes. */
export const freezingTool: ToolMaker = () => ({
  id: 'freezing',
  title: 'Freezing point',
  about: 'An empty battery freezes where a full one does not.',
  fields: [
    constructionField(),
    chargeField,
    quantityField('gravity', 'Gravity at 25 °C', '', 'gravity', 3),
    numberField('freezes', 'Freezes at', '°C', [LEAST_FREEZING, MOST_FREEZING], 0),
  ],
  begin: { construction: 'flooded', pct: 50, gravity: 1.1925, freezes: freezingPoint(1.1925) },
  follows: {
    construction: ['gravity', 'freezes'],
    pct: ['gravity', 'freezes'],
    gravity: ['pct', 'freezes'],
    freezes: ['gravity', 'pct'],
  },
  compute: {
    gravity: (values, changed) =>
      changed === 'freezes'
        ? given(values, ['freezes'], (freezes = 0) => solved(freezes, FREEZING_SPAN, freezingPoint))
        : given(values, ['pct'], (pct = 0) => gravityFromCharge(pct, construction(values))),
    freezes: (values) => given(values, ['gravity'], (gravity = 0) => freezingPoint(gravity)),
    pct: (values) =>
      given(values, ['gravity'], (gravity = 0) => chargeFromGravity(gravity, construction(values))),
  },
  working: (values) => {
    const gravity = numberIn(values, 'gravity');
    return {
      formula: [
        'straight between: 1.100 −8 °C, 1.120 −10 °C, 1.155 −16 °C, 1.190 −24 °C, 1.225 −37 °C, 1.265 −57 °C',
        ...(gravity === null
          ? []
          : [`${gravity.toFixed(3)}: ${formatQuantity(freezingPoint(gravity), '°C', { decimals: 0 })}`]),
      ],
      source: 'Rule of the trade.',
      band: 'keep 5 K in hand',
      notes: [
        'Within 5 K of its freezing point a battery is treated as frozen: do not test, charge or jump it.',
      ],
    };
  },
});
