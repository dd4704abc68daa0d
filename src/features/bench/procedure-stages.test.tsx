import { fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { VEHICLE_CHECK_LABELS } from '@/core/assessment/ledger-surroundings';
import type { RulesView } from '@/core/exchange/rules-views';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { chooseIn } from '@/ui/select.test-support';
import { renderOnSite, stageProps, UP_TO_OPEN, type Written, writtenReadings } from './bench.test-support';
import { ChargeStage } from './stages/charge-stage';
import { ComplaintStage } from './stages/complaint-stage';
import { CrankStage } from './stages/crank-stage';
import { HydrometerStage } from './stages/hydrometer-stage';
import { InspectStage } from './stages/inspect-stage';
import { OtherRules } from './stages/other-rules';
import { SettleStage } from './stages/settle-stage';
import { StandStage } from './stages/stand-stage';
import { ThreeMinuteStage } from './stages/three-minute-stage';
import { TraceEntry } from './stages/trace-entry';
import { VehicleStage } from './stages/vehicle-stage';
import { TypedMargins } from './typed-margins';

const textOf = () => document.body.textContent?.replace(/\u00A0/g, ' ') ?? '';
const click = (name: RegExp) => userEvent.click(screen.getByRole('button', { name }));
const type = (label: RegExp | string, text: string) => userEvent.type(screen.getByLabelText(label), text);
const open = (volts: number): Written[] => [...UP_TO_OPEN, ['open_circuit', { volts, temperatureC: 10 }]];

describe('complaint', () => {
  it('is one touch, and says what it points at', async () => {
    const { props, captured } = stageProps(writtenReadings(...UP_TO_OPEN.slice(0, 1)));
    renderOnSite(<ComplaintStage {...props} />);
    expect(textOf()).toContain('Measure the drop from post to clamp');
    await click(/^Single click/);
    expect(captured).toEqual([['complaint', { symptom: 'single_click' }]]);
  });
});

describe('vehicle check', () => {
  const complained = (symptom: 'warning_light' | 'stood_long') =>
    stageProps(
      writtenReadings(UP_TO_OPEN[0] as Written, ['complaint', { symptom }], UP_TO_OPEN[1] as Written),
    );

  it('begins with what the complaint points at, and takes the vehicle’s own figure', async () => {
    const { props, captured } = complained('warning_light');
    renderOnSite(<VehicleStage {...props} />);
    await type('Regulated voltage', '13.2');
    await type(/own figure, from/, '12.2');
    await type('to', '15.5{Enter}');
    expect(captured).toEqual([
      ['vehicle_check', { check: 'regulated', value: 13.2, ownFrom: 12.2, ownTo: 15.5 }],
    ]);
  });

  it('goes on to what was not measured yet', () => {
    const drawn = { check: 'draw', value: 0.02, ownFrom: null, ownTo: null } as const;
    const { props } = stageProps(
      writtenReadings(['complaint', { symptom: 'stood_long' }], ['vehicle_check', drawn]),
    );
    renderOnSite(<VehicleStage {...props} />);
    expect(screen.getByLabelText('Measured').textContent).toBe(VEHICLE_CHECK_LABELS.side_drop);
  });

  it('can be passed over where the vehicle is not here', async () => {
    const { props, captured } = complained('stood_long');
    renderOnSite(<VehicleStage {...props} />);
    await click(/pass it over/);
    expect(captured).toEqual([['skip', { step: 'vehicle', reason: 'the vehicle is not here' }]]);
  });
});

describe('inspection, measured', () => {
  it('takes the probe and every cell’s level, or says which cell is missing', async () => {
    const { props, captured } = stageProps(writtenReadings(...UP_TO_OPEN.slice(0, 1)));
    renderOnSite(<InspectStage {...props} />);
    for (const name of ['Sound', 'Clean and tight', 'Over the plates', 'None'])
      fireEvent.click(screen.getAllByRole('radio', { name, hidden: true })[0] as HTMLElement);
    await type(/Probe drawn across/, '0,8');
    await type('Level of cell 1, mm', '12');
    await click(/Capture what is marked/);
    expect(captured).toEqual([]);
    expect(textOf()).toContain('Level, cell 2: found nothing');
    for (const cell of [2, 3, 4, 5, 6]) await type(`Level of cell ${cell}, mm`, '9');
    await click(/Capture what is marked/);
    expect(captured[0]?.[1]).toMatchObject({ topVolts: 0.8, levelsMm: [12, 9, 9, 9, 9, 9] });
  });
});

describe('the rest of an inspection', () => {
  it('is in order with one key, and keeps what was marked and measured before it', async () => {
    const { props, captured } = stageProps(writtenReadings(...UP_TO_OPEN.slice(0, 1)));
    renderOnSite(<InspectStage {...props} />);
    fireEvent.click(screen.getByRole('radio', { name: 'Corroded' }));
    await type(/Probe drawn across/, '0.8');
    await click(/The rest is in order/);
    expect(captured[0]?.[1]).toMatchObject({
      case: 'ok',
      terminals: 'corroded',
      level: 'ok',
      smell: 'none',
      topVolts: 0.8,
    });
  });
});

describe('ways to settle', () => {
  it('with a load are barred below 12.4 V', () => {
    const readings = writtenReadings(...open(12.2));
    renderOnSite(<SettleStage {...stageProps(readings).props} />);
    fireEvent.click(screen.getByRole('radio', { name: 'Less than 1 h' }));
    const [rest, ...loads] = screen.getAllByRole('button', { name: /^Start/ });
    expect(rest?.hasAttribute('disabled')).toBe(false);
    expect(loads.map((button) => button.hasAttribute('disabled'))).toEqual([true, true, true]);
    expect(textOf()).toContain('It read 12.20 V.');
  });

  it('become a day indoors for a frozen battery', async () => {
    const frozen = writtenReadings(UP_TO_OPEN[0] as Written, [
      'inspection',
      { case: 'frozen', smell: 'none', terminals: 'ok', level: 'ok' },
    ]);
    const { props, captured } = stageProps(frozen);
    renderOnSite(<SettleStage {...props} />);
    await click(/It is indoors/);
    expect(captured).toEqual([['settle', { method: 'thaw', restMinutes: 0, clockMinutes: 1440 }]]);
  });
});

describe('cells', () => {
  it('probed from one end are stored cell by cell', async () => {
    const { props, captured } = stageProps(writtenReadings(...open(12.5)));
    renderOnSite(<HydrometerStage {...props} />);
    fireEvent.click(screen.getByRole('radio', { name: 'Cell probe, from one end' }));
    for (const [cell, volts] of ['2.1', '4.2', '6.3', '8.4', '10.5', '12.6'].entries())
      await type(`To cell ${cell + 1}`, volts);
    expect(textOf()).toContain('Spread 0.00 V');
    await click(/Capture/);
    expect(captured).toEqual([
      ['cell_probe', { volts: [2.1, 2.1, 2.1, 2.1, 2.1, 2.1], entered: 'cumulative' }],
    ]);
  });

  it('are drawn at 25 °C, and a compensated hydrometer is not corrected twice', async () => {
    renderOnSite(<HydrometerStage {...stageProps(writtenReadings(...open(12.5))).props} />);
    await type('Cell 1', '1.25');
    // 1.250 − 0.0007 × 15
    expect(textOf()).toContain('1.240');
    await userEvent.click(screen.getByRole('checkbox', { name: /corrects for temperature itself/ }));
    expect(textOf()).toContain('1.250');
    expect(textOf()).toContain('not applied again');
  });
});

describe('a charge', () => {
  it('is planned for the charger at hand and started with that plan', async () => {
    const { props, captured } = stageProps(writtenReadings(...open(12.0)));
    renderOnSite(<ChargeStage {...props} />);
    expect(textOf()).toContain('14.76 V');
    await type('Charger gives', '6{Enter}');
    expect(captured[0]).toMatchObject(['charge_start', { mode: 'normal', volts: 14.76, amps: 6 }]);
  });

  it('wakes a deeply discharged battery slowly', () => {
    renderOnSite(<ChargeStage {...stageProps(writtenReadings(...open(10.5))).props} />);
    expect(screen.getByRole('radio', { name: 'Wake it, watched' })).toHaveProperty('checked', true);
    expect(textOf()).toContain('Set the current3.0 A');
  });

  it('is logged while it is on, and can end in three ways', async () => {
    const start: Written = ['charge_start', { mode: 'normal', volts: 14.4, amps: 6, hours: 5 }];
    const { props, captured } = stageProps(writtenReadings(...open(12.0), start));
    renderOnSite(<ChargeStage {...props} />);
    await type('Voltage now', '14.1');
    await type('Current now', '5.8{Enter}');
    expect(captured[0]).toEqual([
      'charge_log',
      { volts: 14.1, amps: 5.8, temperatureC: null, gravity: null },
    ]);
    await click(/Full: charger off/);
    await click(/before it was full/);
    await click(/takes no charge/);
    expect(captured.slice(1).map(([, data]) => data)).toEqual([
      { full: true },
      { full: false },
      { full: false, refused: true },
    ]);
  });
});

describe('three-minute charge', () => {
  it('has a clock of three minutes', () => {
    renderOnSite(<ThreeMinuteStage {...stageProps(writtenReadings(...open(12.5))).props} />);
    expect(textOf()).toContain('Charge for03:00');
    expect(textOf()).toContain('15.50 V');
  });
});

describe('crank and stand', () => {
  it('take what was measured and leave the rest open', async () => {
    const crank = stageProps(writtenReadings(...open(12.65)));
    renderOnSite(<CrankStage {...crank.props} />);
    fireEvent.click(screen.getByRole('radio', { name: '3 l and more' }));
    await type(/Lowest sustained voltage/, '10.1{Enter}');
    expect(crank.captured[0]?.[1]).toEqual({
      volts: 10.1,
      amps: null,
      seconds: null,
      inrushVolts: null,
      temperatureC: 10,
      engine: 'large',
    });
  });

  it('begin a stand with the rested voltage', async () => {
    const { props, captured } = stageProps(writtenReadings(...open(12.65)), 600);
    renderOnSite(<StandStage {...props} />);
    await type('Voltage now', '12.6{Enter}');
    expect(captured[0]?.[1]).toMatchObject({ volts: 12.6, startVolts: 12.65, hours: 10 });
  });
});

describe('a trace typed in', () => {
  it('is taken whole or not at all', async () => {
    const taken: unknown[] = [];
    renderOnSite(<TraceEntry trace={[]} onTrace={(trace) => taken.push(trace)} />);
    const area = screen.getByRole('textbox');
    fireEvent.change(area, { target: { value: '1, 10.2\nx, 9' } });
    await click(/Take these points/);
    expect(taken).toEqual([]);
    expect(textOf()).toContain('Row 2, time');
    fireEvent.change(area, { target: { value: '1, 10.2, 285\n15, 9.9, 280' } });
    await click(/Take these points/);
    expect(taken).toEqual([
      [
        [1, 10.2, 285],
        [15, 9.9, 280],
      ],
    ]);
  });
});

describe('what is typed', () => {
  it('is drawn against the limit that belongs to the step', () => {
    const readings = writtenReadings(...open(12.65), ['crank', { ...CRANK, volts: 8.4 }]);
    const { assessment } = stageProps(readings).props.state;
    renderOnSite(<TypedMargins step="crank" assessment={assessment} />);
    screen.getByRole('img', { name: /^Cranking voltage below the limit/ });
    expect(screen.queryByRole('img', { name: /^Load test/ })).toBeNull();
  });
});

const CRANK = { seconds: null, amps: null, temperatureC: 10, engine: 'unknown', inrushVolts: null } as const;

describe('other rules', () => {
  it('judge the same readings beside the run’s own, and any two beside each other', async () => {
    const own = { rules: STANDARD_RULES, reason: 'first', authorId: null, madeAtMs: null };
    const house = { ...own, rules: { ...STANDARD_RULES, id: 'house', name: 'Ours', version: 4 } };
    const view: RulesView = { current: house.rules, versions: [house, own], proposals: [], runs: 0 };
    Object.assign(globalThis, { fetch: async () => ({ json: async () => ({ ok: true, value: view }) }) });
    const load = { amps: 285, seconds: 15, volts: 9.66, temperatureC: 25 };
    const readings = writtenReadings(
      ...UP_TO_OPEN,
      ['open_circuit', { volts: 12.65, temperatureC: 25 }],
      ['load', load],
      ['recovery', { minutes: 5, volts: 12.6 }],
    );
    const { evidence, assessment } = stageProps(readings).props.state;
    renderOnSite(<OtherRules evidence={evidence} assessment={assessment} own={STANDARD_RULES} />);
    fireEvent(screen.getByRole('group', { hidden: true }), new Event('toggle'));
    await chooseIn('Judge the same readings by', 'Ours, version 4');
    expect(screen.getByRole('region', { name: 'Ours', hidden: true })).toBeTruthy();
    await chooseIn('Judge the same readings by', 'Ice season');
    expect(
      within(screen.getByRole('region', { name: 'Ice season', hidden: true })).getByText('Retire'),
    ).toBeTruthy();
    expect(textOf()).toContain('the run’s own');
    await chooseIn('On this side', 'Short tide');
    expect(screen.getByRole('region', { name: 'Short tide', hidden: true })).toBeTruthy();
  });
});
