import { isRatingStandard } from '../../battery/rating-standard';
import { problem } from '../../quantity/result';
import { type ColumnPart, ownTemperature } from '../columns';
import { COMPENSATIONS, CONDUCTANCE_BOUNDS, CONDUCTANCE_UNITS } from './data';

export const CONDUCTANCE_COLUMNS: ColumnPart<
  'cond_value' | 'cond_unit' | 'cond_compensated' | 'cond_temp_c'
> = {
  columns: {
    cond_value: { title: 'Conductance' },
    cond_unit: { title: 'Unit', words: CONDUCTANCE_UNITS },
    cond_compensated: { title: 'Compensated', words: COMPENSATIONS },
    cond_temp_c: { title: 'Temp at tester, °C' },
  },
  read: (row, into, { temperatureC, leftOut }) => {
    const unit = row.word('cond_unit', CONDUCTANCE_UNITS);
    const compensated = row.word('cond_compensated', COMPENSATIONS);
    const ownC = row.quantity('cond_temp_c', 'temperatureC') ?? temperatureC;
    if (row.text('cond_value') === '') return;
    if (unit === null) {
      const missing = `one of ${CONDUCTANCE_UNITS.join(', ')}; without it cond_value is left out`;
      if (row.text('cond_unit') === '') leftOut.push(problem('cond_unit', '', missing));
      return;
    }
    const value = row.number('cond_value', CONDUCTANCE_BOUNDS.least, CONDUCTANCE_BOUNDS.most);
    const usual = isRatingStandard(unit) ? 'both' : 'none';
    if (value === null) return;
    into.conductance = { value, unit, compensated: compensated ?? usual, temperatureC: ownC, forced: false };
    into.conductancesMade = 1;
  },
  write: ({ conductance }, facts) => ({
    cond_value: conductance?.value,
    cond_unit: conductance?.unit,
    cond_compensated: conductance?.compensated,
    cond_temp_c: ownTemperature(conductance, facts),
  }),
};
