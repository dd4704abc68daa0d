/** The three-minute charge: its current, A, its time, s, and where a charger stops by itself, V of a 12 V battery. Rule of the trade. */
export const THREE_MINUTE_TEST = { amps: 40, seconds: 180, mostVolts: 18 } as const;
