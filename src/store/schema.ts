/** The tables, by the room they belong to. */
export * from './schema/charge-room';
export * from './schema/fleet';
export * from './schema/outlooks';
export * from './schema/people';
export * from './schema/runs';
export * from './schema/shop';
