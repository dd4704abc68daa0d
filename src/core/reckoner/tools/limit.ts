import { LOAD_CORRECTED_ONCE } from '../../correction/double-correction';
import { loadLimit } from '../../correction/load-limit';
import { formatQuantity } from '../../quantity/format';
import { nominalField, numberField, temperatureField } from '../fields';
import { given, numberIn, solved, type ToolMaker, type Values, wordIn } from '../tool';

/** Where the table of the limit ends, °C: outside it, it stays as it is. */
const SPAN: readonly [number, number] = [-18, 21];

/** The load-test limit at a temperature. */
export const limitTool: ToolMaker = ({ load }) => {
  const share = (values: Values) => Number(wordIn(values, 'nominal')) / 12;
  const limitAt = (celsius: number) => loadLimit(celsius, load.limitVoltsByCelsius, load.cold);
  return {
    id: 'limit',
    title: 'Load-test limit',
    about: 'The least voltage at the end of the load test, for the battery’s own temperature.',
    fields: [temperatureField, nominalField, numberField('limit', 'Limit', 'V', [0, 16], 2)],
    begin: { celsius: 21, nominal: '12', limit: limitAt(21) },
    follows: { celsius: ['limit'], nominal: ['limit'], limit: ['celsius'] },
    compute: {
      limit: (values) => given(values, ['celsius'], (celsius = 0) => limitAt(celsius) * share(values)),
      celsius: (values) =>
        given(values, ['limit'], (limit = 0) => solved(limit / share(values), SPAN, limitAt)),
    },
    working: (values) => {
      const [celsius, limit] = [numberIn(values, 'celsius'), numberIn(values, 'limit')];
      const rows = load.limitVoltsByCelsius.map(([at, volts]) => `${at} °C ${volts.toFixed(1)}`).join(', ');
      return {
        formula: [
          load.cold === 'table'
            ? `straight between: ${rows}`
            : 'one limit at any temperature, by the house rules',
          ...(celsius !== null && limit !== null
            ? [`${formatQuantity(celsius, '°C')}: ${formatQuantity(limit, 'V')}`]
            : []),
        ],
        source: 'Rule of the trade, as the house rules have it.',
        band: 'A line that is drawn, not measured: the reading held against it carries the uncertainty.',
        notes: [LOAD_CORRECTED_ONCE, 'Below −18 °C and above 50 °C nothing is judged: bring it indoors.'],
      };
    },
  };
};
