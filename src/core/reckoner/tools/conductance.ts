import { CONSTRUCTION_FACTS, type Construction } from '../../battery/construction';
import {
  convertRating,
  isRatingStandard,
  RATING_STANDARDS,
  type RatingStandard,
} from '../../battery/rating-standard';
import { resistanceRise } from '../../correction/charge-effect';
import {
  type Compensation,
  type ConductanceUnit,
  conductanceTerms,
  crankingVoltsOf,
  resistanceAtTemperature,
} from '../../correction/conductance';
import { conductanceCorrectedTwice } from '../../correction/double-correction';
import { formatQuantity } from '../../quantity/format';
import {
  chargeField,
  choiceField,
  constructionField,
  numberField,
  quantityField,
  standardField,
  temperatureField,
} from '../fields';
import { given, numberIn, solved, type ToolMaker, type Values, wordIn } from '../tool';

/** Readings between which a tester’s figure is looked for. */
const SPAN: readonly [number, number] = [0.1, 20_000];

/** The sum is of a 12 V battery, as its form says. */
const NOMINAL_VOLTS = 12;

function ampsAt(value: number, values: Values, celsius: number, pct: number): number | null {
  if (!(value > 0 && pct >= 0 && pct <= 100)) return null;
  const reading = {
    value,
    unit: wordIn<ConductanceUnit>(values, 'unit'),
    compensated: wordIn<Compensation>(values, 'compensated'),
  };
  const battery = {
    voltsPerSiemens: crankingVoltsOf(wordIn<Construction>(values, 'construction'), NOMINAL_VOLTS),
    temperatureC: celsius,
    chargePct: pct,
  };
  return convertRating(
    conductanceTerms(reading, battery).saeAmps,
    'SAE',
    wordIn<RatingStandard>(values, 'standard'),
  ).amps;
}

const amps = (values: Values) =>
  given(values, ['value', 'celsius', 'pct'], (value = 0, celsius = 0, pct = 0) =>
    ampsAt(value, values, celsius, pct),
  );

const INPUTS = ['value', 'unit', 'compensated', 'construction', 'celsius', 'pct', 'standard'] as const;

/** A conductance tester’s reading as cranking amperes. */
export const conductanceTool: ToolMaker = () => ({
  id: 'conductance',
  title: 'Conductance to amperes',
  about: 'What a tester’s siemens or milliohms mean as cranking current, at full charge and 25 °C.',
  fields: [
    numberField('value', 'Reading', '', [SPAN[0], SPAN[1]], 1),
    choiceField('unit', 'Its unit', [
      ['S', 'siemens'],
      ['mohm', 'milliohms'],
      ...RATING_STANDARDS.map((name) => [name, `A ${name}`] as const),
    ]),
    choiceField('compensated', 'Tester has corrected', [
      ['none', 'nothing'],
      ['temp', 'temperature'],
      ['both', 'temperature and charge'],
    ]),
    constructionField(),
    temperatureField,
    chargeField,
    quantityField('amps', 'Cranking current', 'A', 'ratingAmps', 0),
    standardField('standard', 'In'),
  ],
  begin: {
    value: 5.6,
    unit: 'mohm',
    compensated: 'none',
    construction: 'flooded',
    celsius: 25,
    pct: 100,
    amps: 571.43,
    standard: 'SAE',
  },
  follows: { ...Object.fromEntries(INPUTS.map((id) => [id, ['amps']])), amps: ['value'] },
  compute: {
    amps,
    value: (values) =>
      given(values, ['amps', 'celsius', 'pct'], (wanted = 0, celsius = 0, pct = 0) =>
        solved(wanted, SPAN, (value) => ampsAt(value, values, celsius, pct)),
      ),
  },
  working: (values) => {
    const unit = wordIn<ConductanceUnit>(values, 'unit');
    const compensated = wordIn<Compensation>(values, 'compensated');
    const facts = CONSTRUCTION_FACTS[wordIn<Construction>(values, 'construction')];
    const [celsius, pct, result] = [
      numberIn(values, 'celsius'),
      numberIn(values, 'pct'),
      numberIn(values, 'amps'),
    ];
    const twice = conductanceCorrectedTwice(unit, compensated, celsius);
    return {
      formula: [
        isRatingStandard(unit)
          ? 'the tester’s amperes, converted'
          : `${facts.crankingVolts} V × siemens, or ÷ ohm`,
        ...(compensated === 'none' && celsius !== null
          ? [`× f(T) = ${resistanceAtTemperature(celsius).toFixed(3)}`]
          : []),
        ...(compensated !== 'both' && pct !== null && pct >= 0 && pct <= 100
          ? [`× m(charge) = ${resistanceRise(pct).toFixed(3)}`]
          : []),
        ...(result === null ? [] : [`= ${formatQuantity(result, 'A')} ${wordIn(values, 'standard')}`]),
      ],
      source: 'A model of ours; the same unit’s figure when new is better than any type’s.',
      band: isRatingStandard(unit) ? '±9 %, one sigma' : '±13 %, one sigma',
      notes: [...(twice ? [twice] : []), 'Not conclusive below 60 % charge, below 0 °C or above 50 °C.'],
    };
  },
});
