import { ratedLoad } from '../../battery/load-to-set';
import { convertRating, type RatingStandard } from '../../battery/rating-standard';
import { formatQuantity } from '../../quantity/format';
import { choiceField, quantityField, standardField } from '../fields';
import { given, numberIn, type ToolMaker, type Values, wordIn } from '../tool';

type Basis = 'half_rating' | 'capacity';

const NOTHING = {
  construction: 'flooded',
  nominalVolts: 12,
  ratings: [],
  c20Ah: null,
  rcMinutes: null,
} as const;

function loadFrom(values: Values): number | null {
  if (wordIn<Basis>(values, 'basis') === 'capacity') {
    return given(values, ['c20'], (c20Ah = 0) => ratedLoad({ ...NOTHING, c20Ah })?.amps ?? null);
  }
  const standard = wordIn<RatingStandard>(values, 'standard');
  return given(
    values,
    ['amps'],
    (amps = 0) => ratedLoad({ ...NOTHING, ratings: [{ standard, amps }] })?.amps ?? null,
  );
}

/** The load to set on the bank. */
export const loadTool: ToolMaker = () => ({
  id: 'load',
  title: 'Load to set',
  about: 'Half of the cold-cranking rating in SAE, or three times the ampere-hours where no rating is known.',
  fields: [
    choiceField('basis', 'Taken from', [
      ['half_rating', 'Half the rating'],
      ['capacity', '3 × C20'],
    ]),
    quantityField('amps', 'Rating', 'A', 'ratingAmps', 0),
    standardField('standard', 'Its standard'),
    quantityField('c20', 'Capacity', 'Ah', 'c20Ah', 0),
    quantityField('load', 'Load to set', 'A', 'loadAmps', 0),
  ],
  begin: { basis: 'half_rating', amps: 570, standard: 'SAE', c20: 60, load: 285 },
  follows: {
    basis: ['load'],
    amps: ['load'],
    standard: ['load'],
    c20: ['load'],
    load: ['amps', 'c20'],
  },
  compute: {
    load: loadFrom,
    // A known load, for example of a bank that cannot be set: the battery that it is right for.
    amps: (values) =>
      wordIn<Basis>(values, 'basis') === 'capacity'
        ? numberIn(values, 'amps')
        : given(
            values,
            ['load'],
            (load = 0) => convertRating(2 * load, 'SAE', wordIn(values, 'standard')).amps,
          ),
    c20: (values) =>
      wordIn<Basis>(values, 'basis') === 'capacity'
        ? given(values, ['load'], (load = 0) => load / 3)
        : numberIn(values, 'c20'),
  },
  working: (values) => {
    const capacity = wordIn<Basis>(values, 'basis') === 'capacity';
    const standard = wordIn<RatingStandard>(values, 'standard');
    const [amps, c20, load] = [numberIn(values, 'amps'), numberIn(values, 'c20'), numberIn(values, 'load')];
    const set = load === null ? '' : formatQuantity(load, 'A');
    return {
      formula: capacity
        ? ['load = 3 × C20', ...(c20 === null ? [] : [`3 × ${formatQuantity(c20, 'Ah')} = ${set}`])]
        : [
            'load = SAE rating ÷ 2',
            ...(amps === null
              ? []
              : [`${formatQuantity(convertRating(amps, standard, 'SAE').amps, 'A')} SAE ÷ 2 = ${set}`]),
          ],
      source: 'Standard practice of the load test: 15 s, voltage read at the end, under load.',
      band: !capacity && standard !== 'SAE' && standard !== 'JIS' ? '±7 % from converting the rating' : null,
      notes: capacity ? ['Against 3 × C20 the limit is lax.'] : [],
    };
  },
});
