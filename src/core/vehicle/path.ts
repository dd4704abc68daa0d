/** The pieces that the current of a vehicle goes through, both sides of charging and starting, in no order. */
export const PIECES = [
  'stud',
  'charge_cable',
  'fuse',
  'junction',
  'clamp_plus',
  'clamp_minus',
  'start_cable',
  'solenoid',
  'case_block',
  'strap',
  'chassis_cable',
] as const;
export type Piece = (typeof PIECES)[number];

/** A whole side of a path: one polarity of charging or starting. */
export const SIDES = ['charge_plus', 'charge_minus', 'start_plus', 'start_minus'] as const;
export type Side = (typeof SIDES)[number];

/** What a voltage drop is read across: a side as a whole, or a piece of it. */
export type Segment = Side | Piece;
export const SEGMENTS: readonly Segment[] = [...SIDES, ...PIECES];

/** What a piece is, where its two probes go, and what a sound one has, mΩ. A model of ours. */
export interface PieceFacts {
  readonly label: string;
  /** A contact is crossed, a conductor is gone along. */
  readonly kind: 'joint' | 'run';
  readonly from: string;
  readonly to: string;
  readonly soundMilliohms: number;
  /** Told first among what is as likely otherwise: most losses sit at the battery’s own clamps. Rule of the trade. */
  readonly suspicion: number;
}

export const PIECE_FACTS: Readonly<Record<Piece, PieceFacts>> = {
  stud: {
    label: 'Alternator stud',
    kind: 'joint',
    from: 'stud',
    to: 'cable eye at the stud',
    soundMilliohms: 0.1,
    suspicion: 1.5,
  },
  charge_cable: {
    label: 'Charging cable',
    kind: 'run',
    from: 'cable eye at the stud',
    to: 'fuse',
    soundMilliohms: 1.2,
    suspicion: 0.7,
  },
  fuse: {
    label: 'Main fuse',
    kind: 'joint',
    from: 'fuse, alternator side',
    to: 'fuse, battery side',
    soundMilliohms: 0.5,
    suspicion: 1.2,
  },
  junction: {
    label: 'Junction',
    kind: 'joint',
    from: 'fuse, battery side',
    to: 'cable at the clamp',
    soundMilliohms: 0.2,
    suspicion: 1,
  },
  clamp_plus: {
    label: 'Clamp, plus',
    kind: 'joint',
    from: 'clamp, plus',
    to: 'post, plus',
    soundMilliohms: 0.1,
    suspicion: 3,
  },
  clamp_minus: {
    label: 'Clamp, minus',
    kind: 'joint',
    from: 'clamp, minus',
    to: 'post, minus',
    soundMilliohms: 0.1,
    suspicion: 3,
  },
  start_cable: {
    label: 'Starter cable',
    kind: 'run',
    from: 'clamp, plus',
    to: 'solenoid, battery side',
    soundMilliohms: 0.4,
    suspicion: 0.8,
  },
  solenoid: {
    label: 'Solenoid contacts',
    kind: 'joint',
    from: 'solenoid, battery side',
    to: 'starter stud',
    soundMilliohms: 0.3,
    suspicion: 1.5,
  },
  case_block: {
    label: 'Case to block',
    kind: 'joint',
    from: 'case of alternator or starter',
    to: 'engine block',
    soundMilliohms: 0.1,
    suspicion: 0.7,
  },
  strap: {
    label: 'Ground strap',
    kind: 'run',
    from: 'engine block',
    to: 'chassis',
    soundMilliohms: 0.3,
    suspicion: 2,
  },
  chassis_cable: {
    label: 'Chassis to clamp',
    kind: 'run',
    from: 'chassis',
    to: 'clamp, minus',
    soundMilliohms: 0.4,
    suspicion: 1,
  },
};

/** What goes through a side, and from where to where it is read as a whole. */
export interface SideFacts {
  readonly label: string;
  readonly current: 'charging' | 'starting';
  /** In the order in which they lie, away from the machine and towards the post of the battery, or the other way round. */
  readonly pieces: readonly [Piece, ...Piece[]];
  readonly from: string;
  readonly to: string;
}

export const SIDE_FACTS: Readonly<Record<Side, SideFacts>> = {
  charge_plus: {
    label: 'Charging, plus side',
    current: 'charging',
    from: 'alternator stud',
    to: 'post, plus',
    pieces: ['stud', 'charge_cable', 'fuse', 'junction', 'clamp_plus'],
  },
  charge_minus: {
    label: 'Charging, minus side',
    current: 'charging',
    from: 'alternator case',
    to: 'post, minus',
    pieces: ['case_block', 'strap', 'chassis_cable', 'clamp_minus'],
  },
  start_plus: {
    label: 'Starting, plus side',
    current: 'starting',
    from: 'post, plus',
    to: 'starter stud',
    pieces: ['clamp_plus', 'start_cable', 'solenoid'],
  },
  start_minus: {
    label: 'Starting, minus side',
    current: 'starting',
    from: 'starter case',
    to: 'post, minus',
    pieces: ['case_block', 'strap', 'chassis_cable', 'clamp_minus'],
  },
};

export const isSide = (segment: Segment): segment is Side => Object.hasOwn(SIDE_FACTS, segment);

/** The name of a side or a piece. */
export const segmentLabel = (segment: Segment) =>
  isSide(segment) ? SIDE_FACTS[segment].label : PIECE_FACTS[segment].label;

/** The sides that a piece lies in: clamps and the ground carry the current of both paths. */
export const sidesOf = (piece: Piece): Side[] =>
  SIDES.filter((side) => SIDE_FACTS[side].pieces.includes(piece));

/** Whether a drop across it can be read while that current flows. */
export function carries(segment: Segment, current: SideFacts['current']): boolean {
  const sides = isSide(segment) ? [segment] : sidesOf(segment);
  return sides.some((side) => SIDE_FACTS[side].current === current);
}

/** What a sound side has, mΩ: the sum of its pieces. */
export const soundMilliohms = (segment: Segment): number =>
  isSide(segment)
    ? SIDE_FACTS[segment].pieces.reduce((sum, piece) => sum + PIECE_FACTS[piece].soundMilliohms, 0)
    : PIECE_FACTS[segment].soundMilliohms;
