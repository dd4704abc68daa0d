import { convertRating, type RatingStandard, STANDARD_FACTS } from '../../battery/rating-standard';
import { CRANKING_STANDS_FOR_COLD } from '../../correction/double-correction';
import { formatQuantity } from '../../quantity/format';
import { quantityField, standardField } from '../fields';
import { given, numberIn, type ToolMaker, wordIn } from '../tool';

const converted = (amps: number, one: RatingStandard, other: RatingStandard) =>
  amps > 0 ? convertRating(amps, one, other) : null;

/** A cranking rating in another standard. */
export const ratingTool: ToolMaker = () => ({
  id: 'rating',
  title: 'Rating in another standard',
  about: 'The same battery carries different figures under different tests.',
  fields: [
    quantityField('amps', 'On the label', 'A', 'ratingAmps', 0),
    standardField('from', 'Its standard'),
    quantityField('toAmps', 'The same in', 'A', 'ratingAmps', 0),
    standardField('to', 'Standard'),
  ],
  begin: { amps: 300, from: 'DIN', toAmps: 500, to: 'SAE' },
  follows: { amps: ['toAmps'], from: ['toAmps'], to: ['toAmps'], toAmps: ['amps'] },
  compute: {
    toAmps: (values) =>
      given(
        values,
        ['amps'],
        (amps = 0) => converted(amps, wordIn(values, 'from'), wordIn(values, 'to'))?.amps ?? null,
      ),
    amps: (values) =>
      given(
        values,
        ['toAmps'],
        (amps = 0) => converted(amps, wordIn(values, 'to'), wordIn(values, 'from'))?.amps ?? null,
      ),
  },
  working: (values) => {
    const [one, other] = [wordIn<RatingStandard>(values, 'from'), wordIn<RatingStandard>(values, 'to')];
    const amps = numberIn(values, 'amps');
    const made = amps === null ? null : converted(amps, one, other);
    return {
      formula: [
        `${other} = ${one} × ${STANDARD_FACTS[other].timesSae.toFixed(2)} ÷ ${STANDARD_FACTS[one].timesSae.toFixed(2)}`,
        ...(made && amps !== null
          ? [`${formatQuantity(amps, 'A')} ${one} = ${formatQuantity(made.amps, 'A')} ${other}`]
          : []),
      ],
      source: `Rule of the trade. ${one}: ${STANDARD_FACTS[one].asks}. ${other}: ${STANDARD_FACTS[other].asks}.`,
      band: made?.approximate
        ? `±7 %: ${formatQuantity(made.lowAmps, 'A')} to ${formatQuantity(made.highAmps, 'A')}`
        : null,
      notes: [CRANKING_STANDS_FOR_COLD],
    };
  },
});
