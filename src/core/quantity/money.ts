/**
 * An amount of money as it is shown, in whole units of its currency: nobody plans a fleet by the cent.
 * @example formatMoney(1234.4, 'EUR') // '€1,234'
 */
export function formatMoney(amount: number, currency: string): string {
  const format = new Intl.NumberFormat('en', { style: 'currency', currency, maximumFractionDigits: 0 });
  // A small loss is no loss of nothing.
  return format.format(Math.abs(amount) < 0.5 ? 0 : amount);
}

/**
 * A small amount to the cent, for what is used up by the piece.
 * @example formatCents(0.254, 'EUR') // '€0.25'
 */
export const formatCents = (amount: number, currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).format(amount);
