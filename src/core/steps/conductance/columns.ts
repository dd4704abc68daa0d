import { isRatingStandard } from '../../battery/rating-standard';
import type { ConductanceUnit } from '../../correction/conductance';
import type { Quantity } from '../../quantity/entry';
import { problem } from '../../quantity/result';
import type { ColumnPart } from '../columns';
import { COMPENSATIONS, CONDUCTANCE_UNITS } from './data';

export const CONDUCTANCE_COLUMNS: ColumnPart<'cond_value' | 'cond_unit' | 'cond_compensated'> = {
  columns: {
    cond_value: { title: 'Conductance' },
    cond_unit: { title: 'Unit', words: CONDUCTANCE_UNITS },
    cond_compensated: { title: 'Compensated', words: COMPENSATIONS },
  },
  read: (row, into, { temperatureC, leftOut }) => {
    const unit = row.word('cond_unit', CONDUCTANCE_UNITS);
    const compensated = row.word('cond_compensated', COMPENSATIONS);
    if (row.text('cond_value') === '') return;
    if (unit === null) {
      const missing = `one of ${CONDUCTANCE_UNITS.join(', ')}; without it cond_value is left out`;
      if (row.text('cond_unit') === '') leftOut.push(problem('cond_unit', '', missing));
      return;
    }
    const value = row.quantity('cond_value', quantityIn(unit));
    const usual = isRatingStandard(unit) ? 'both' : 'none';
    if (value === null) return;
    into.conductance = { value, unit, compensated: compensated ?? usual, temperatureC, forced: false };
  },
  write: ({ conductance }) => ({
    cond_value: conductance?.value,
    cond_unit: conductance?.unit,
    cond_compensated: conductance?.compensated,
  }),
};

function quantityIn(unit: ConductanceUnit): Quantity {
  if (unit === 'S') return 'siemens';
  return unit === 'mohm' ? 'milliohms' : 'ratingAmps';
}
