/** What one run has said of a unit’s health, or of its capacity, brought to 25 °C and full charge. */
export interface HealthReading {
  readonly atMs: number;
  readonly pct: number;
  /** Its standard uncertainty, points. */
  readonly sd: number;
  /** Of the battery when it was read; null where nobody measured it. */
  readonly celsius: number | null;
  /** What read it, and who; null where that is not known. */
  readonly instrument: string | null;
  readonly technician: string | null;
}

export const MS_PER_YEAR = 365.25 * 86_400_000;
