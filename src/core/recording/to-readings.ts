import { FEATURE_FACTS } from './feature-words';
import type { Features } from './features';
import type { Marks } from './marks';

/** What a check would take over from a recording: a reading by its name, its value, and how the engine was. */
export interface ReadingFromRecording {
  readonly of: 'rest_v' | 'inrush_v' | 'crank_v' | 'crank_a' | 'crank_s' | 'idle_v' | 'ripple_v' | 'net_a';
  readonly label: string;
  readonly value: number;
  readonly engine: 'off' | 'cranking' | 'idle';
  /** Since the start. */
  readonly minutes: number | null;
}

/** A first dip is one where it was sampled a thousand times a second at least. Rule of the trade. */
const COARSEST_DIP_S = 0.0011;
/** A clamp that tells no better than this cannot read a draw, but tells a charge. */
const SHORTEST_NET_MIN = 1;

/** The readings of a vehicle check that a recording gives, each once. */
export function readingsOfRecording(
  { values }: Features,
  marks: Marks,
  stepS: number,
): ReadingFromRecording[] {
  const found: ReadingFromRecording[] = [];
  const add = (
    of: ReadingFromRecording['of'],
    label: string,
    value: number | undefined,
    engine: ReadingFromRecording['engine'],
    minutes: number | null = null,
  ) => {
    if (value !== undefined) found.push({ of, label, value: Number(value.toPrecision(5)), engine, minutes });
  };
  add('rest_v', FEATURE_FACTS.rest_v.label, values.rest_v?.value, 'off');
  if (stepS <= COARSEST_DIP_S)
    add('inrush_v', FEATURE_FACTS.inrush_v.label, values.inrush_v?.value, 'cranking');
  add('crank_v', FEATURE_FACTS.plateau_v.label, values.plateau_v?.value, 'cranking');
  add('crank_a', FEATURE_FACTS.plateau_a.label, values.plateau_a?.value, 'cranking');
  if (marks.startS !== null && marks.onsetS !== null)
    add('crank_s', 'Time to start', marks.startS - marks.onsetS, 'cranking');
  add('idle_v', FEATURE_FACTS.charging_v.label, values.charging_v?.value, 'idle');
  add('ripple_v', FEATURE_FACTS.ripple_v.label, values.ripple_v?.value, 'idle');
  const { net_end_a: net } = values;
  const minutes = net && marks.startS !== null ? (net.toS - marks.startS) / 60 : 0;
  if (net && minutes >= SHORTEST_NET_MIN)
    add('net_a', FEATURE_FACTS.net_end_a.label, net.value, 'idle', minutes);
  return found;
}
