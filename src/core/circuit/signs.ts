import { loadLimit } from '../correction/load-limit';
import { STANDARD_RULES } from '../rules/standard-rules';
import type { CheckName } from '../vehicle/check-reading';
import { coldDemand, usualCrankAmps } from '../vehicle/engine';
import { SEGMENTS, type Segment } from '../vehicle/path';
import { ASSUMED_SHOP_C, type CheckEvidence, counted, volts12 } from './check-evidence';
import { resultOfSegment } from './segment-drop';

/**
 * What readings say about causes, in bins: the same bins whatever the house's limits, so that what a bin weighs can be learned once. A
 * sign rests on one reading or on two beside each other.
 */
export interface Sign {
  readonly id: string;
  /** The readings that it needs; a drop needs its segment too. */
  readonly needs: readonly CheckName[];
  readonly segment: Segment | null;
  /** Names of the bins, in the order of `binOf`. */
  readonly bins: readonly [string, ...string[]];
  /** The bin that the readings fall into; null while they are not there. */
  readonly binOf: (evidence: CheckEvidence) => number | null;
}

/** Bin of a value between rising edges: as many bins as edges and one. */
const between = (value: number | null, edges: readonly number[]): number | null =>
  value === null ? null : edges.filter((edge) => value >= edge).length;

/** The names of the bins between edges of a quantity. */
function binNames(edges: readonly number[], unit: string): [string, ...string[]] {
  const middle = edges.slice(1).map((edge, at) => `${edges[at]} to ${edge}${unit}`);
  return [`under ${edges[0]}${unit}`, ...middle, `${edges.at(-1)}${unit} and more`];
}

function measuredSign(
  id: string,
  needs: readonly CheckName[],
  edges: readonly number[],
  unit: string,
  quantity: (evidence: CheckEvidence) => number | null,
): Sign {
  const binOf = (evidence: CheckEvidence) => between(quantity(evidence), edges);
  return { id, needs, segment: null, bins: binNames(edges, unit), binOf };
}

const difference = (one: number | null, other: number | null) =>
  one === null || other === null ? null : one - other;
const ratio = (one: number | null, other: number | null) =>
  one === null || other === null || other === 0 ? null : one / other;

/** The floor of cranking at the temperature of the vehicle, V of 12 V: the standard one, whatever the house’s. */
function crankFloor({ temperatureC }: CheckEvidence): number {
  const { limitVoltsByCelsius } = STANDARD_RULES.load;
  const colder =
    loadLimit(21, limitVoltsByCelsius) - loadLimit(temperatureC ?? ASSUMED_SHOP_C, limitVoltsByCelsius);
  return STANDARD_RULES.crank.floorVolts - Math.max(0, colder);
}

/** What this engine should take warm, A of its system. */
const usualAmps = ({ engine, systemVolts }: CheckEvidence['vehicle']) =>
  usualCrankAmps(engine ?? 'petrol_four', systemVolts);

/** What this engine should take at its temperature, A. */
function askedAmps({ vehicle, temperatureC }: CheckEvidence): number {
  return usualAmps(vehicle) * coldDemand(temperatureC ?? ASSUMED_SHOP_C);
}

/** Set point with temperature taken off, V at 25 °C. */
const at25 = (evidence: CheckEvidence, volts: number | null) =>
  volts === null ? null : volts - 0.01 * (25 - (evidence.temperatureC ?? ASSUMED_SHOP_C));

const isManaged = ({ vehicle }: CheckEvidence) => vehicle.regulator === 'computer';

/** A regulated voltage says one thing of a plain regulator and another of one that the engine’s computer leads. */
function regulatedSigns(name: 'idle_v' | 'fast_v' | 'idle_loaded_v' | 'fast_loaded_v'): Sign[] {
  const edges = [11.8, 12.6, 13.2, 13.6, 14.9, 15.3];
  const value = (evidence: CheckEvidence) => at25(evidence, volts12(evidence, name));
  return [
    measuredSign(name, [name], edges, ' V', (evidence) => (isManaged(evidence) ? null : value(evidence))),
    measuredSign(`${name} managed`, [name], [11.8, 12.4, 13, 13.6, 14.9, 15.5], ' V', (evidence) =>
      isManaged(evidence) ? value(evidence) : null,
    ),
    measuredSign(`${name} over rest`, [name, 'rest_v'], [-0.3, 0.1, 0.5, 1], ' V', (evidence) =>
      difference(volts12(evidence, name), volts12(evidence, 'rest_v')),
    ),
  ];
}

/** What the drop of a segment is, against what it may be at full current: within, over, far over. */
const dropSign = (segment: Segment): Sign => ({
  id: `drop ${segment}`,
  needs: ['drop_v'],
  segment,
  bins: [
    'well within its limit',
    'within its limit',
    'over its limit',
    'twice its limit',
    'four times its limit',
  ],
  binOf: (evidence) => {
    const result = resultOfSegment(evidence, segment, STANDARD_RULES);
    return result ? between(result.fullVolts / result.limitVolts, [0.6, 1, 2, 4]) : null;
  },
});

function lookedSign(
  name: 'belt' | 'fuse' | 'lamp_key_on' | 'lamp_running',
  bins: readonly [string, ...string[]],
): Sign {
  return {
    id: name,
    needs: [name],
    segment: null,
    bins,
    binOf: ({ looked }) => {
      const at = bins.indexOf(looked[name] ?? '');
      return at < 0 ? null : at;
    },
  };
}

const VERDICT_BINS = ['sound', 'low', 'worn or faulty', 'kept away from'] as const;

/** Every sign there is. */
export const SIGNS: readonly Sign[] = [
  measuredSign('rest_v', ['rest_v'], [10.9, 11.8, 12.2, 12.45, 12.6, 13], ' V', (evidence) =>
    volts12(evidence, 'rest_v'),
  ),
  measuredSign('key_on under rest', ['key_on_v', 'rest_v'], [0.15, 0.4, 1], ' V', (evidence) =>
    difference(volts12(evidence, 'rest_v'), volts12(evidence, 'key_on_v')),
  ),
  measuredSign('crank over floor', ['crank_v'], [-2, -0.8, -0.2, 0.3, 1, 1.8], ' V', (evidence) =>
    difference(volts12(evidence, 'crank_v'), crankFloor(evidence)),
  ),
  measuredSign('crank amps', ['crank_a'], [0.3, 0.65, 0.82, 1.25, 1.6], ' times', (evidence) =>
    ratio(counted(evidence, 'crank_a'), askedAmps(evidence)),
  ),
  measuredSign(
    'inner drop',
    ['crank_v', 'crank_a', 'rest_v'],
    [0.6, 1, 1.5, 2.2, 3.5],
    ' V at its usual current',
    (evidence) => {
      const drop = difference(volts12(evidence, 'rest_v'), volts12(evidence, 'crank_v'));
      const share = ratio(counted(evidence, 'crank_a'), usualAmps(evidence.vehicle));
      return ratio(drop, share === null ? null : Math.max(0.3, share));
    },
  ),
  measuredSign('crank_s', ['crank_s'], [1.7, 2.5, 5, 9], ' s', (evidence) => counted(evidence, 'crank_s')),
  measuredSign('crank_s for its voltage', ['crank_s', 'crank_v'], [-1.5, -0.5, 1, 4], ' s', (evidence) => {
    const seconds = counted(evidence, 'crank_s');
    const over = difference(volts12(evidence, 'crank_v'), crankFloor(evidence));
    return seconds === null || over === null ? null : seconds - Math.max(1, 3 - over);
  }),
  measuredSign('inrush_v', ['inrush_v'], [5.5, 7, 8, 9.2, 10], ' V', (evidence) =>
    volts12(evidence, 'inrush_v'),
  ),
  ...regulatedSigns('idle_v'),
  ...regulatedSigns('fast_v'),
  ...regulatedSigns('idle_loaded_v'),
  ...regulatedSigns('fast_loaded_v'),
  measuredSign('rise with speed', ['idle_v', 'fast_v'], [-1, -0.25, 0.25, 0.6, 1.2], ' V', (evidence) =>
    isManaged(evidence) ? null : difference(volts12(evidence, 'fast_v'), volts12(evidence, 'idle_v')),
  ),
  measuredSign(
    'sag under loads',
    ['fast_v', 'fast_loaded_v'],
    [-0.6, 0.15, 0.4, 0.9, 1.6],
    ' V',
    (evidence) => difference(volts12(evidence, 'fast_v'), volts12(evidence, 'fast_loaded_v')),
  ),
  measuredSign('output share', ['output_a'], [0.06, 0.35, 0.55, 0.7, 0.85], ' of its rating', (evidence) =>
    ratio(counted(evidence, 'output_a'), evidence.vehicle.alternatorAmps),
  ),
  measuredSign('output_a', ['output_a'], [5, 20, 30, 45, 60], ' A', (evidence) =>
    evidence.vehicle.alternatorAmps === null ? counted(evidence, 'output_a') : null,
  ),
  measuredSign('net_a', ['net_a'], [-4, -1, 10, 20, 30], ' A', (evidence) => counted(evidence, 'net_a')),
  measuredSign('ripple_v', ['ripple_v'], [0.1, 0.2, 0.35, 0.5], ' V', (evidence) =>
    volts12(evidence, 'ripple_v'),
  ),
  ...SEGMENTS.map(dropSign),
  measuredSign('feed under rest', ['feed_v', 'rest_v'], [0.5, 2], ' V', (evidence) =>
    difference(volts12(evidence, 'rest_v'), volts12(evidence, 'feed_v')),
  ),
  measuredSign('draw_a', ['draw_a'], [0.03, 0.05, 0.1, 0.3, 1], ' A', (evidence) =>
    counted(evidence, 'draw_a'),
  ),
  measuredSign('off_1min_v', ['off_1min_v'], [11.5, 12.2, 12.6, 13], ' V', (evidence) =>
    volts12(evidence, 'off_1min_v'),
  ),
  measuredSign('off_5min_v', ['off_5min_v'], [11.5, 12.2, 12.5, 12.8], ' V', (evidence) =>
    volts12(evidence, 'off_5min_v'),
  ),
  lookedSign('belt', ['ok', 'slips', 'torn']),
  lookedSign('fuse', ['ok', 'blown']),
  lookedSign('lamp_key_on', ['on', 'off']),
  lookedSign('lamp_running', ['off', 'on']),
  {
    id: 'battery',
    needs: [],
    segment: null,
    bins: VERDICT_BINS,
    binOf: ({ batteryVerdict }) => {
      switch (batteryVerdict) {
        case 'serve':
        case 'watch':
          return 0;
        case 'charge':
          return 1;
        case 'retire':
          return 2;
        case 'quarantine':
          return 3;
        default:
          return null;
      }
    },
  },
];

/** A sign that is there, and how. */
export interface SeenSign {
  readonly sign: Sign;
  readonly bin: number;
}

/** The signs that the readings of a check show. */
export function seenSigns(evidence: CheckEvidence): SeenSign[] {
  return SIGNS.flatMap((sign) => {
    const bin = sign.binOf(evidence);
    return bin === null ? [] : [{ sign, bin }];
  });
}
