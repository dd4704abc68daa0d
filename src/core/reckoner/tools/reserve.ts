import { allowedDrawAmps } from '../../assessment/vehicle-result';
import { capacityFromReserve, reserveFromCapacity } from '../../battery/capacity';
import { CONSTRUCTION_FACTS, type Construction } from '../../battery/construction';
import { daysOfDraw, drawOverDays, type Reserve } from '../../circuit/parasitic-draw';
import { formatQuantity } from '../../quantity/format';
import { constructionField, numberField, quantityField } from '../fields';
import { given, numberIn, type ToolMaker, wordIn } from '../tool';

const MILLI = 1000;

/** Reserve capacity and ampere-hours. */
export const reserveTool: ToolMaker = () => ({
  id: 'reserve',
  title: 'Reserve capacity and Ah',
  about: 'Minutes at 25 A to 10.5 V, and ampere-hours over 20 h, both at 25 °C.',
  fields: [
    constructionField(),
    quantityField('c20', 'Capacity', 'Ah', 'c20Ah', 0),
    quantityField('rc', 'Reserve', 'min', 'rcMinutes', 0),
  ],
  begin: { construction: 'flooded', c20: 60, rc: 98.05 },
  follows: { construction: ['rc'], c20: ['rc'], rc: ['c20'] },
  compute: {
    rc: (values) =>
      given(values, ['c20'], (c20 = 0) =>
        c20 > 0 ? reserveFromCapacity(c20, wordIn<Construction>(values, 'construction')) : null,
      ),
    c20: (values) =>
      given(values, ['rc'], (rc = 0) =>
        rc > 0 ? capacityFromReserve(rc, wordIn<Construction>(values, 'construction')) : null,
      ),
  },
  working: (values) => {
    const { factor, exponent } = CONSTRUCTION_FACTS[wordIn<Construction>(values, 'construction')].reserve;
    const [c20, rc] = [numberIn(values, 'c20'), numberIn(values, 'rc')];
    return {
      formula: [
        `RC = ${factor} × C20 ^ ${exponent}`,
        ...(c20 === null || rc === null
          ? []
          : [`${factor} × ${c20.toFixed(0)} ^ ${exponent} = ${formatQuantity(rc, 'min')}`]),
      ],
      source: 'Published fit.',
      band: 'the label’s own figure outranks it',
      notes: [],
    };
  },
});

/** Parasitic draw and the days that it leaves. */
export const drawTool: ToolMaker = ({ vehicle }) => ({
  id: 'draw',
  title: 'Draw and days left',
  about: 'How long a battery stands a steady draw, measured after the modules sleep.',
  fields: [
    numberField('draw', 'Draw', 'mA', [0.1, 100_000], 0),
    quantityField('c20', 'Capacity', 'Ah', 'c20Ah', 0),
    quantityField('rc', 'Reserve, where it is known', 'min', 'rcMinutes', 0),
    numberField('from', 'Charge now', '%', [0, 100], 0),
    numberField('to', 'Down to', '%', [0, 100], 0),
    numberField('days', 'Days left', 'days', [0.01, 10_000], 1),
  ],
  begin: { draw: 50, c20: 60, rc: null, from: 100, to: 50, days: 25 },
  follows: { draw: ['days'], c20: ['days'], from: ['days'], to: ['days'], days: ['draw'] },
  compute: {
    days: (values) =>
      given(values, ['draw', 'c20', 'from', 'to'], (draw = 0, c20Ah = 0, fromPct = 0, toPct = 0) =>
        draw > 0 ? sensible({ c20Ah, fromPct, toPct }, (reserve) => daysOfDraw(draw, reserve)) : null,
      ),
    draw: (values) =>
      given(values, ['days', 'c20', 'from', 'to'], (days = 0, c20Ah = 0, fromPct = 0, toPct = 0) =>
        days > 0 ? sensible({ c20Ah, fromPct, toPct }, (reserve) => drawOverDays(days, reserve)) : null,
      ),
  },
  working: (values) => {
    const [draw, days] = [numberIn(values, 'draw'), numberIn(values, 'days')];
    const most = allowedDrawAmps(numberIn(values, 'rc'), vehicle.drawAmps) * MILLI;
    return {
      formula: [
        'days = C20 × (now − down to) ÷ draw ÷ 24 h',
        ...(draw === null || days === null ? [] : [`${formatQuantity(draw, 'mA')}: ${days.toFixed(1)} days`]),
      ],
      source: 'Arithmetic; 50 mA, or a quarter of the reserve minutes, is a rule of the trade.',
      band: 'self-discharge and age shorten it',
      notes: [
        draw !== null && draw > most
          ? `More than the ${formatQuantity(most, 'mA')} that is usually allowed: something is awake.`
          : `Up to ${formatQuantity(most, 'mA')} is usually allowed.`,
      ],
    };
  },
});

function sensible(reserve: Reserve, compute: (reserve: Reserve) => number): number | null {
  return reserve.c20Ah > 0 && reserve.fromPct > reserve.toPct ? compute(reserve) : null;
}
