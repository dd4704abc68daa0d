/** A number as typed: a decimal point or comma, blanks around it. Null for nothing, NaN for what is no number. */
export function typedNumber(text: string): number | null {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  return /^[-+−]?(\d+([.,]\d*)?|[.,]\d+)$/.test(trimmed)
    ? Number(trimmed.replace(',', '.').replace('−', '-'))
    : Number.NaN;
}
