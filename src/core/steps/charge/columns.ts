import type { ColumnPart } from '../columns';

const MOST_CHARGES = 50;

export const CHARGE_COLUMNS: ColumnPart<'charges_done'> = {
  columns: { charges_done: { title: 'Full charges' } },
  read: (row, into) => {
    const charges = row.number('charges_done', 0, MOST_CHARGES) ?? 0;
    if (!Number.isInteger(charges)) row.complain('charges_done', charges, 'a whole number');
    into.chargesGiven = charges;
  },
  write: ({ chargesGiven }) => ({ charges_done: chargesGiven || null }),
};
