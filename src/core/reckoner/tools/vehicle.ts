import { alternatorOutput, rpmForOutput } from '../../circuit/alternator-output';
import { formatQuantity } from '../../quantity/format';
import {
  coldDemand,
  crankSpan,
  ENGINE_FACTS,
  ENGINES,
  type Engine,
  usualCrankAmps,
} from '../../vehicle/engine';
import { SYSTEM_VOLTS } from '../../vehicle/vehicle';
import { choiceField, numberField } from '../fields';
import { given, numberIn, type ToolMaker, type Values, wordIn } from '../tool';

const STARTED = ENGINES.filter((engine) => engine !== 'none');

const systemIn = (values: Values) => Number(wordIn(values, 'system'));

/** What an engine asks of its starter, and what the cold adds. */
export const starterTool: ToolMaker = () => ({
  id: 'starter',
  title: 'Starter current',
  about: 'What an engine takes while it is cranked, warm and at a temperature.',
  fields: [
    choiceField(
      'engine',
      'Engine',
      STARTED.map((engine) => [engine, ENGINE_FACTS[engine].label] as const),
    ),
    choiceField(
      'system',
      'System',
      SYSTEM_VOLTS.map((volts) => [String(volts), `${volts} V`] as const),
    ),
    numberField('celsius', 'Temperature', '°C', [-40, 50], 0),
    numberField('warm', 'Warm', 'A', [1, 2000], 0),
    numberField('amps', 'At this temperature', 'A', [1, 7000], 0),
  ],
  begin: { engine: 'petrol_four', system: '12', celsius: -18, warm: 125, amps: 262.5 },
  follows: {
    engine: ['warm', 'amps'],
    system: ['warm', 'amps'],
    celsius: ['amps'],
    warm: ['amps'],
    amps: ['warm'],
  },
  compute: {
    warm: (values, changed) =>
      changed === 'engine' || changed === 'system'
        ? usualCrankAmps(wordIn<Engine>(values, 'engine'), systemIn(values))
        : given(values, ['amps', 'celsius'], (amps = 0, celsius = 0) => amps / coldDemand(celsius)),
    amps: (values) =>
      given(values, ['warm', 'celsius'], (warm = 0, celsius = 0) => warm * coldDemand(celsius)),
  },
  working: (values) => {
    const engine = wordIn<Engine>(values, 'engine');
    const celsius = numberIn(values, 'celsius');
    const [from, to] = crankSpan(engine, systemIn(values));
    return {
      formula: [
        'warm current × what cold asks',
        ...(celsius === null
          ? []
          : [`× ${coldDemand(celsius).toFixed(2)} at ${formatQuantity(celsius, '°C')}`]),
      ],
      source: 'Rule of the trade, mineral oil: 1 from 20 °C, 1.55 at 0, 2.1 at −18, 3.2 at −30.',
      band: `${from} to ${to} A warm`,
      notes: ['High and slow: starter or engine. Low, with the voltage high and slow: a connection.'],
    };
  },
});

/** What an alternator has left at a speed once the loads have taken theirs. */
export const balanceTool: ToolMaker = ({ check }) => ({
  id: 'balance',
  title: 'Alternator and loads',
  about: 'What is left for the battery at a speed, or the speed at which nothing is missing.',
  fields: [
    numberField('rating', 'Alternator', 'A', [5, 600], 0),
    numberField('loads', 'Loads', 'A', [0, 600], 0),
    numberField('rpm', 'Engine', 'rpm', [400, 4000], 0),
    numberField('left', 'Left for the battery', 'A', [-600, 600], 1),
  ],
  begin: { rating: 90, loads: 30, rpm: 800, left: 11.585 },
  follows: { rating: ['left'], loads: ['left'], rpm: ['left'], left: ['rpm'] },
  compute: {
    left: (values) =>
      given(
        values,
        ['rating', 'loads', 'rpm'],
        (rating = 0, loads = 0, rpm = 0) => alternatorOutput(rating, rpm) - loads,
      ),
    rpm: (values) =>
      given(values, ['rating', 'loads', 'left'], (rating = 0, loads = 0, left = 0) =>
        loads + left > 0 ? rpmForOutput(rating, loads + left) : null,
      ),
  },
  working: (values) => {
    const [rating, rpm, left] = ['rating', 'rpm', 'left'].map((id) => numberIn(values, id));
    return {
      formula: [
        'rating × (1 − exp(−(2.8 rpm − 1000) ÷ 2000)) − loads',
        ...(rating == null || rpm == null
          ? []
          : [`it gives ${formatQuantity(alternatorOutput(rating, rpm), 'A')}`]),
      ],
      source: 'Model of ours of a sound, cold alternator; pulley 2.8.',
      band: 'a tenth less when hot',
      notes: [
        left != null && left < 0
          ? 'The battery gives what is missing: at this speed it is drained.'
          : `A sound one gives ${check.outputPct} % of its rating at 2000 rpm.`,
      ],
    };
  },
});
