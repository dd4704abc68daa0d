/** Length of life until cranking ability has fallen to 65 %: Weibull of this shape. Rule of the trade. */
export const LIFE_SHAPE = 3;
/** Its scale by climate, years. Rule of the trade. */
export const LIFE_SCALE_YEARS = { mild: 5.5, hot: 3.5 } as const;

/** Where a battery works: heat takes more than a third of its life. */
export type Climate = keyof typeof LIFE_SCALE_YEARS;
