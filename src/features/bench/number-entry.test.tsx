import { act, cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Problem } from '@/core/quantity/result';
import { SiteProvider } from '@/ui/site';
import { siteSettings } from '@/ui/site.test-support';
import { InstrumentLink } from './live/instrument-link';
import { LinkProvider } from './live/use-live';
import { NumberEntry } from './number-entry';
import { DraftPlace } from './typed-draft';

const settings = siteSettings({ technicianId: 'x' });

function shown(
  problems: readonly Problem[] = [],
  unit: '°C' | '°F' = '°C',
  link: InstrumentLink | null = null,
) {
  const captured = vi.fn(
    (_values: Readonly<Record<'volts' | 'temperatureC', number | null>>, _by: string | null) => problems,
  );
  render(
    <SiteProvider settings={{ ...settings, temperatureUnit: unit }}>
      <LinkProvider link={link}>
        <DraftPlace value="run step">
          <NumberEntry
            nominalVolts={12}
            captureLabel="Capture"
            capture={() => []}
            onCapture={(values, by) => captured(values, by)}
            onTyping={() => {}}
            fields={[
              {
                name: 'volts',
                label: 'Voltage',
                quantity: 'openCircuitVolts',
                unit: 'V',
                initial: null,
                live: { kind: 'voltmeter', field: 'volts' },
              },
              {
                name: 'temperatureC',
                label: 'Temperature',
                quantity: 'temperatureC',
                unit: '°C',
                initial: null,
                assumes: 25,
              },
            ]}
          />
        </DraftPlace>
      </LinkProvider>
    </SiteProvider>,
  );
  return captured;
}

beforeEach(() => sessionStorage.clear());

describe('a live value', () => {
  function followed() {
    const link = new InstrumentLink(() => undefined);
    link.take('hello meter kind=voltmeter label=Bench%20meter simulated=yes');
    link.take('reading meter volts=12.39');
    shown([], '°C', link);
    const field = screen.getByLabelText<HTMLInputElement>('Voltage');
    expect(field.value).toBe('12.39');
    return { field, link };
  }

  it('is replaced by the first key, typed or on the pad, and does not come back', async () => {
    const { field, link } = followed();
    for (const name of ['1', '2', 'Point', '3']) await userEvent.click(screen.getByRole('button', { name }));
    act(() => link.take('reading meter volts=12.41'));
    await userEvent.click(screen.getByRole('button', { name: '1' }));
    expect(field.value).toBe('12.31');
  });

  it('is replaced however the caret stands when it changes', async () => {
    const { field, link } = followed();
    act(() => link.take('reading meter volts=12.40'));
    field.setSelectionRange(5, 5);
    await userEvent.keyboard('12.31');
    expect(field.value).toBe('12.31');
  });
});

describe('typed readings', () => {
  it('are captured with Enter, a decimal comma and an empty temperature included', async () => {
    const captured = shown();
    await userEvent.type(screen.getByLabelText('Voltage'), '12,61{Enter}');
    expect(captured).not.toHaveBeenCalled();
    screen.getByText('Measure it at a post or the case. Enter once more takes it as assumed.');
    expect(document.activeElement).toBe(screen.getByLabelText('Temperature'));
    await userEvent.keyboard('{Enter}');
    expect(captured).toHaveBeenCalledWith({ volts: 12.61, temperatureC: null }, null);
  });

  it('say what is assumed in the unit of the screen', () => {
    shown([], '°F');
    expect(screen.getByLabelText<HTMLInputElement>('Temperature').placeholder).toBe('77 °F assumed');
  });

  it('of a thermometer in Fahrenheit are recognised, and never met with a slipped point', async () => {
    const captured = shown();
    await userEvent.type(screen.getByLabelText('Temperature'), '68');
    await userEvent.type(screen.getByLabelText('Voltage'), '12.5{Enter}');
    screen.getByText('68 °C is unusual for a battery. Was 68 °F meant, which is 20 °C?');
    await userEvent.click(screen.getByRole('button', { name: 'Use 20' }));
    await userEvent.keyboard('{Enter}');
    expect(captured).toHaveBeenCalledWith({ volts: 12.5, temperatureC: 20 }, null);
  });

  it('are captured with Space', async () => {
    const captured = shown();
    await userEvent.type(screen.getByLabelText('Voltage'), '12.5 ');
    await userEvent.type(screen.getByLabelText('Temperature'), '18 ');
    expect(captured).toHaveBeenCalledTimes(1);
  });

  it('go into the field that was last active when the pad is used', async () => {
    const captured = shown();
    await userEvent.click(screen.getByLabelText('Temperature'));
    for (const name of ['1', '8']) await userEvent.click(screen.getByRole('button', { name }));
    await userEvent.click(screen.getByRole('button', { name: 'Change sign' }));
    await userEvent.type(screen.getByLabelText('Voltage'), '12.5{Enter}');
    expect(captured).toHaveBeenCalledWith({ volts: 12.5, temperatureC: -18 }, null);
  });

  it('are taken in Fahrenheit where the screen shows it', async () => {
    const captured = shown([], '°F');
    await userEvent.type(screen.getByLabelText('Temperature'), '14');
    await userEvent.type(screen.getByLabelText('Voltage'), '12.5{Enter}');
    expect(captured).toHaveBeenCalledWith({ volts: 12.5, temperatureC: expect.closeTo(-10, 9) }, null);
  });

  it('are refused with what was found and what is expected, in the unit of the screen', async () => {
    const captured = shown([], '°F');
    await userEvent.type(screen.getByLabelText('Temperature'), '400');
    await userEvent.type(screen.getByLabelText('Voltage'), 'abc{Enter}');
    screen.getByText('Found abc, expected 0 to 18 V');
    screen.getByText('Found 400, expected -58 to 194 °F');
    expect(captured).not.toHaveBeenCalled();
  });

  it('are asked about once when they are unusual, and kept when the technician stands by them', async () => {
    const captured = shown();
    await userEvent.type(screen.getByLabelText('Voltage'), '8.1{Enter}');
    expect(captured).not.toHaveBeenCalled();
    await userEvent.click(screen.getByRole('button', { name: 'Keep 8.1' }));
    await userEvent.keyboard('{Enter}');
    expect(captured).toHaveBeenCalledWith({ volts: 8.1, temperatureC: null }, null);
  });

  it('show what the run says is impossible and keep what was typed', async () => {
    shown([{ field: 'volts', found: '12.7', expected: 'less', message: 'voltage under load: found 12.7' }]);
    await userEvent.type(screen.getByLabelText('Voltage'), '12.7{Enter}{Enter}');
    screen.getByText('Voltage under load: found 12.7');
    expect(screen.getByLabelText<HTMLInputElement>('Voltage').value).toBe('12.7');
  });
});

describe('what is typed and not captured', () => {
  const leave = () => cleanup();

  it('is there again after another step, and gone once it was captured', async () => {
    shown();
    await userEvent.type(screen.getByLabelText('Voltage'), '12.61');
    leave();
    const captured = shown();
    expect(screen.getByLabelText('Voltage')).toHaveProperty('value', '12.61');
    expect(screen.getByRole('status').textContent).toContain('not captured yet');
    await userEvent.type(screen.getByLabelText('Temperature'), '18{Enter}');
    expect(captured).toHaveBeenCalledWith({ volts: 12.61, temperatureC: 18 }, null);
    leave();
    shown();
    expect(screen.getByLabelText('Voltage')).toHaveProperty('value', '');
    expect(screen.queryByRole('status')).toBeNull();
  });

  it('outranks the instrument, as when it was typed', async () => {
    const link = new InstrumentLink(() => undefined);
    link.take('hello meter kind=voltmeter label=Bench%20meter simulated=yes');
    link.take('reading meter volts=12.39');
    shown([], '°C', link);
    await userEvent.clear(screen.getByLabelText('Voltage'));
    await userEvent.type(screen.getByLabelText('Voltage'), '12.5');
    leave();
    shown([], '°C', link);
    expect(screen.getByLabelText('Voltage')).toHaveProperty('value', '12.5');
  });
});
