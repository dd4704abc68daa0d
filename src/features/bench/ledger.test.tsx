import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { renderOnSite, stageProps, UP_TO_OPEN, type Written, writtenReadings } from './bench.test-support';
import { Ledger } from './ledger';
import { RunSheet } from './run-sheet';

const plain = (element: Element) => element.textContent?.replace(/\u00A0/g, ' ') ?? '';

const shownLedger = (...readings: readonly Written[]) => ledgerOf(readings, (judged) => judged);

/** A judgement as it comes from the store or with the page: equal, and nothing in it the same object. */
const asKept = <T,>(judged: T): T => JSON.parse(JSON.stringify(judged));

function ledgerOf(readings: readonly Written[], through: <T>(judged: T) => T) {
  const { state } = stageProps(writtenReadings(...readings)).props;
  renderOnSite(
    <Ledger
      evidence={through(state.evidence)}
      assessment={through(state.assessment)}
      rules={STANDARD_RULES}
      nextStep={state.nextStep}
      possible={[]}
      openTests={state.openTests}
      override={null}
    />,
  );
  return screen.getByRole('complementary', { name: 'Ledger' });
}

describe('the ledger', () => {
  it('begins with what is not known', () => {
    const ledger = shownLedger();
    expect(plain(ledger)).toContain('Not decided yet');
    expect(plain(ledger)).toContain('Chargenot known yet');
    expect(plain(ledger)).toContain('Next Identify');
  });

  it.each([
    ['just judged', <T,>(judged: T) => judged],
    ['as it was kept', asKept],
  ])(
    'shows charge and health with their uncertainty, and each reading against its limit once: %s',
    (_how, through) => {
      const ledger = ledgerOf(
        [
          ...UP_TO_OPEN,
          ['open_circuit', { volts: 12.5, temperatureC: 25 }],
          ['load', { amps: 285, seconds: 15, volts: 9.2, temperatureC: 25 }],
        ],
        through,
      );
      expect(plain(ledger)).toContain('Charge81 %± 5 %');
      expect(plain(ledger)).toContain('Recovery');
      expect(within(ledger).getAllByRole('img', { name: /^Load test below the limit/ })).toHaveLength(1);
      expect(within(ledger).queryByRole('img', { name: /^Failed the load/ })).toBeNull();
    },
  );

  it('tells what each outcome of the next step would mean', () => {
    const ledger = shownLedger(
      ...UP_TO_OPEN,
      ['open_circuit', { volts: 12.65, temperatureC: 25 }],
      ['skip', { step: 'conductance', reason: 'no tester' }],
    );
    const change = within(ledger).getByRole('region', { name: 'What would change it' });
    expect(plain(change)).toContain('Load test from 10.32 VReturn to service');
    expect(plain(change)).toContain('Load test 9.69 V to 10.32 VServe and watch');
    expect(plain(change)).toContain('Load test below 9.45 VRetire');
  });

  it('rounds a flip away from what was read, so that the figure shown flips it too', () => {
    const ledger = shownLedger(
      ...UP_TO_OPEN,
      ['open_circuit', { volts: 12.65, temperatureC: 25 }],
      ['load', { amps: 285, seconds: 15, volts: 9.8, temperatureC: 25 }],
    );
    const change = within(ledger).getByRole('region', { name: 'What would change it' });
    expect(plain(change)).toContain('Load test at 9.68 V or lessNot decided yet');
    expect(plain(change)).toContain('Load test at 10.32 V or moreReturn to service');
  });

  it('opens to the working', async () => {
    const ledger = shownLedger(...UP_TO_OPEN, ['open_circuit', { volts: 12.4, temperatureC: 5 }]);
    await userEvent.click(within(ledger).getByText('Show the working'));
    await waitFor(() => expect(plain(ledger)).toContain('12.40 + 0.0015 × 20.0 K12.430 V'));
  });
});

describe('the run sheet', () => {
  function shownSheet(readings: ReturnType<typeof writtenReadings>, minutesLater = 30) {
    const { props } = stageProps(readings, minutesLater);
    const chosen = vi.fn();
    renderOnSite(
      <RunSheet
        sheet={props.state.sheet}
        shown={props.state.nextStep}
        nowMs={props.nowMs}
        onChoose={chosen}
      />,
    );
    return chosen;
  }
  const step = (name: RegExp) => screen.getByRole('button', { name });

  it('marks steps as done, next and barred, with what was read or why', async () => {
    const chosen = shownSheet(
      writtenReadings(...UP_TO_OPEN, ['open_circuit', { volts: 12.2, temperatureC: 25 }]),
    );
    expect(plain(step(/^done Open-circuit voltage/))).toContain('12.20 V, 25.0 °C');
    expect(plain(step(/^barred Load test/))).toContain('charge first: 44 %, needs 65 %');
    await userEvent.click(step(/^next Charge/));
    expect(chosen).toHaveBeenCalledWith('charge');
  });

  it('counts a clock down in its step', () => {
    const readings = writtenReadings(...UP_TO_OPEN.slice(0, 2), [
      'settle',
      { method: 'rest', restMinutes: 0, clockMinutes: 60 },
    ]);
    // The settle step was taken one minute before "30 minutes after the last reading".
    shownSheet(readings, 29);
    expect(plain(step(/^waiting Open-circuit voltage/))).toContain('30:00 to go');
  });
});
