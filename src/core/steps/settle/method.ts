/** How a battery came to rest before its voltage is read. `surface_load` is of early records: headlamps or as much. */
export const SETTLE_METHODS = [
  'rested',
  'rest',
  'headlamps',
  'bank',
  'one_percent',
  'thaw',
  'cool',
  'surface_load',
] as const;

export type SettleMethod = (typeof SETTLE_METHODS)[number];
