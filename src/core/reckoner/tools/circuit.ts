import { cableArea, cableOhms, dropOhms, dropVolts } from '../../circuit/voltage-drop';
import { formatQuantity } from '../../quantity/format';
import { numberField } from '../fields';
import { given, numberIn, type ToolMaker } from '../tool';

const MILLI = 1000;
const AMPS = numberField('amps', 'Current', 'A', [0.01, 5000], 1);
const DROP = numberField('drop', 'Voltage drop', 'V', [0, 24], 3);

/** Voltage drop and resistance. */
export const dropTool: ToolMaker = ({ vehicle }) => ({
  id: 'drop',
  title: 'Drop and resistance',
  about: 'What a joint or a cable takes from the voltage, measured while the current flows.',
  fields: [AMPS, DROP, numberField('milliohms', 'Resistance', 'mΩ', [0, 10_000], 2)],
  begin: { amps: 200, drop: 0.2, milliohms: 1 },
  follows: { amps: ['milliohms'], drop: ['milliohms'], milliohms: ['drop'] },
  compute: {
    milliohms: (values) =>
      given(values, ['drop', 'amps'], (drop = 0, amps = 0) =>
        amps > 0 ? dropOhms(drop, amps) * MILLI : null,
      ),
    drop: (values) =>
      given(values, ['amps', 'milliohms'], (amps = 0, milliohms = 0) => dropVolts(amps, milliohms / MILLI)),
  },
  working: (values) => {
    const [amps, drop, milliohms] = [
      numberIn(values, 'amps'),
      numberIn(values, 'drop'),
      numberIn(values, 'milliohms'),
    ];
    return {
      formula: [
        'U = I × R',
        ...(amps === null || drop === null || milliohms === null
          ? []
          : [
              `${formatQuantity(amps, 'A')} × ${formatQuantity(milliohms, 'mΩ', { decimals: 2 })} = ${formatQuantity(drop, 'V', { decimals: 3 })}`,
            ]),
      ],
      source: 'Textbook. The limit is a rule of the trade, as the house rules have it.',
      band: null,
      notes: [
        drop !== null && drop > vehicle.sideDropVolts
          ? `More than the ${formatQuantity(vehicle.sideDropVolts, 'V')} that one side may lose: walk it segment by segment.`
          : `Up to ${formatQuantity(vehicle.sideDropVolts, 'V')} is allowed on one side.`,
        ...(amps === null || drop === null ? [] : [`It turns ${Math.round(amps * drop)} W into heat there.`]),
      ],
    };
  },
});

/** A copper cable and what it takes. */
export const cableTool: ToolMaker = () => ({
  id: 'cable',
  title: 'Cable',
  about: 'The drop over a copper cable, or the cross-section that keeps it small enough.',
  fields: [
    AMPS,
    numberField('metres', 'There and back', 'm', [0.01, 1000], 1),
    numberField('area', 'Cross-section', 'mm²', [0.1, 1000], 1),
    DROP,
  ],
  begin: { amps: 200, metres: 4, area: 35, drop: 0.40686 },
  follows: { amps: ['drop'], metres: ['drop'], area: ['drop'], drop: ['area'] },
  compute: {
    drop: (values) =>
      given(values, ['amps', 'metres', 'area'], (amps = 0, metres = 0, area = 0) =>
        area > 0 ? dropVolts(amps, cableOhms(metres, area)) : null,
      ),
    area: (values) =>
      given(values, ['amps', 'metres', 'drop'], (amps = 0, metres = 0, drop = 0) =>
        drop > 0 && amps > 0 && metres > 0 ? cableArea(metres, dropOhms(drop, amps)) : null,
      ),
  },
  working: (values) => {
    const [metres, area, drop] = [
      numberIn(values, 'metres'),
      numberIn(values, 'area'),
      numberIn(values, 'drop'),
    ];
    const milliohms =
      metres === null || area === null || !(area > 0) ? null : cableOhms(metres, area) * MILLI;
    return {
      formula: [
        'R = 0.0178 × length ÷ cross-section, U = I × R',
        ...(milliohms === null || drop === null
          ? []
          : [
              `${formatQuantity(milliohms, 'mΩ', { decimals: 2 })}, ${formatQuantity(drop, 'V', { decimals: 3 })}`,
            ]),
      ],
      source: 'Textbook, copper at 20 °C.',
      band: '4 % more for each 10 K warmer',
      notes: ['Joints come on top: most losses sit at the battery’s own clamps.'],
    };
  },
});
