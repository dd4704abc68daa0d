import type { ColumnPart } from '../columns';

const MOST_CHARGES = 50;

export const CHARGE_COLUMNS: ColumnPart<'charges_done' | 'returned_ah' | 'returned_from_pct'> = {
  columns: {
    charges_done: { title: 'Full charges' },
    returned_ah: { title: 'Returned, Ah' },
    returned_from_pct: { title: 'Ah from, %' },
  },
  read: (row, into) => {
    const charges = row.number('charges_done', 0, MOST_CHARGES) ?? 0;
    if (!Number.isInteger(charges)) row.complain('charges_done', charges, 'a whole number');
    const ampHours = row.quantity('returned_ah', 'returnedAh');
    const fromPct = row.number('returned_from_pct', 0, 100);
    if (ampHours === null && fromPct !== null)
      row.complain('returned_ah', '', 'the Ah that it took, to full');
    into.returned = ampHours === null ? null : { ampHours, fromPct };
    // Ah that were returned to full are a full charge.
    into.chargesGiven = Math.max(charges, ampHours === null ? 0 : 1);
  },
  write: ({ chargesGiven, returned }) => ({
    charges_done: chargesGiven || null,
    returned_ah: returned?.ampHours,
    returned_from_pct: returned?.fromPct,
  }),
};
