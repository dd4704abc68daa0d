/** ISO 8601 with a zone, to the minute or finer: what the format itself asks for. */
const MOMENT = /^\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:?\d\d)$/;

/** Whether a text is a moment as the format writes it, which needs no asking. */
export function isMoment(text: string): boolean {
  return MOMENT.test(text) && !Number.isNaN(Date.parse(text));
}
