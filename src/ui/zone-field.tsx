import { TextField } from './field';

/** A time zone, typed or chosen from those that this machine knows. */
export function ZoneField({
  hint,
  error,
  registered,
  zones,
}: {
  readonly hint: string;
  readonly error: string | undefined;
  readonly registered: React.ComponentProps<'input'>;
  readonly zones: readonly string[];
}) {
  return (
    <div>
      <TextField
        label="Time zone"
        hint={hint}
        error={error}
        registered={{ ...registered, maxLength: 60 }}
        list="zones"
      />
      <datalist id="zones">
        {zones.map((zone) => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
    </div>
  );
}

/** The units in which temperatures are shown, to choose from. */
export const TEMPERATURE_UNITS = [
  { value: '°C', label: 'Celsius, °C' },
  { value: '°F', label: 'Fahrenheit, °F' },
] as const;
