import { formatQuantity } from '../../quantity/format';
import { celsiusFromFahrenheit, fahrenheitFromCelsius } from '../../quantity/temperature';
import { numberField } from '../fields';
import { given, numberIn, type ToolMaker } from '../tool';

/** Celsius and Fahrenheit. */
export const temperatureTool: ToolMaker = () => ({
  id: 'temperature',
  title: 'Celsius and Fahrenheit',
  about: 'The battery’s own temperature in either scale.',
  fields: [
    numberField('celsius', 'Celsius', '°C', [-100, 200], 1),
    numberField('fahrenheit', 'Fahrenheit', '°F', [-148, 392], 1),
  ],
  begin: { celsius: 25, fahrenheit: 77 },
  follows: { celsius: ['fahrenheit'], fahrenheit: ['celsius'] },
  compute: {
    fahrenheit: (values) => given(values, ['celsius'], (celsius = 0) => fahrenheitFromCelsius(celsius)),
    celsius: (values) => given(values, ['fahrenheit'], (fahrenheit = 0) => celsiusFromFahrenheit(fahrenheit)),
  },
  working: (values) => {
    const [celsius, fahrenheit] = [numberIn(values, 'celsius'), numberIn(values, 'fahrenheit')];
    return {
      formula: [
        '°F = °C × 1.8 + 32',
        ...(celsius === null || fahrenheit === null
          ? []
          : [`${formatQuantity(celsius, '°C')} = ${formatQuantity(fahrenheit, '°F')}`]),
      ],
      source: 'Exact, by definition of the scales.',
      band: null,
      notes: [],
    };
  },
});
