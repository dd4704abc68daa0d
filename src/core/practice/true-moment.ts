/** The battery as it truly was when a reading was taken, noted beside it while the case was worked. */
export interface TrueMoment {
  readonly readingId: string;
  readonly chargePct: number;
  readonly surfaceVolts: number;
  readonly chargerOn: boolean;
}
