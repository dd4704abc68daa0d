/** How an engine is kept from starting while it is cranked. Never by the ignition alone: fuel washes the cylinders. */
export const STARTING_PREVENTED_BY = {
  fuel_relay: 'Fuel-pump relay or fuse pulled',
  injector_plug: 'Injector plug pulled',
  crank_sensor: 'Crank sensor unplugged',
  flood_mode: 'Flood mode of the pedal',
} as const;
export type StartingPreventedBy = keyof typeof STARTING_PREVENTED_BY;
