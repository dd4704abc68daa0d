import type { Evidence } from '../../assessment/evidence';
import { MS_PER_MINUTE } from '../clocks';
import { type AtTheGate, aloneGate, barred, firstBarred, type Gate, OPEN, safetyGate } from '../gate';
import { cellCount } from '../possible';
import { listed, type Step, type Written } from '../step';
import { voltsRange } from '../words';

export const hydrometer: Step<'hydrometer' | 'cell_probe'> = {
  label: 'Hydrometer or cell probe',
  task: 'Each cell in turn: draw acid and read at eye level, put it back into the same cell; or probe its voltage.',
  minutes: 4,
  caution:
    'Goggles and gloves: acid drips. No flame or spark over open cells. Not within 12 h of topping up: the water has not mixed yet.',
  gate: (at) => firstBarred(safetyGate(at), aloneGate(at), mixingGate(at)),
  onSheet: ({ evidence: { battery } }) =>
    battery.construction === 'flooded' || battery.construction === 'calcium',
  taken: ({ last }) =>
    [...listed(last.hydrometer), ...listed(last.cell_probe)].sort(
      (one, other) => one.takenAtMs - other.takenAtMs || (one.kind === 'hydrometer' ? 1 : -1),
    ),
  readings: {
    hydrometer: {
      words: ({ gravities }) =>
        `${Math.min(...gravities).toFixed(3)} to ${Math.max(...gravities).toFixed(3)}`,
      impossible: ({ data }, { nominalVolts }) => cellCount('gravity', data.gravities.length, nominalVolts),
    },
    cell_probe: {
      words: ({ volts }) => voltsRange(volts),
      impossible: ({ data }, { nominalVolts }) => cellCount('cell voltage', data.volts.length, nominalVolts),
    },
  },
  evidence: ({ last: { hydrometer: acid, cell_probe: probed } }) => ({
    hydrometer: acid ? { ...acid.data, forced: acid.forced } : null,
    cellVolts: probed ? { volts: probed.data.volts, forced: probed.forced } : null,
  }),
  written: (evidence) => [...writtenAcid(evidence), ...writtenProbe(evidence)],
};

function writtenAcid({ hydrometer: read }: Evidence): Written[] {
  if (!read) return [];
  const { forced, gravities, ...data } = read;
  return [{ kind: 'hydrometer', data: { ...data, gravities: [...gravities] }, forced }];
}

function writtenProbe({ cellVolts: read }: Evidence): Written[] {
  if (!read) return [];
  return [{ kind: 'cell_probe', data: { volts: [...read.volts], entered: 'single' }, forced: read.forced }];
}

/** Water that has just been added has not mixed yet. Rule of the trade. */
const MIXING_MINUTES = 720;

function mixingGate({ current: { last }, nowMs }: AtTheGate): Gate {
  const mixedAtMs = last.top_up ? last.top_up.takenAtMs + MIXING_MINUTES * MS_PER_MINUTE : 0;
  return nowMs < mixedAtMs ? barred('water has not mixed yet', true, mixedAtMs) : OPEN;
}
