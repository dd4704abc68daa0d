import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { renderOnSite, stageProps, UP_TO_OPEN, type Written, writtenReadings } from './bench.test-support';
import { ChargeStage } from './stages/charge-stage';
import { IdentifyStage } from './stages/identify-stage';
import { InspectStage } from './stages/inspect-stage';
import { LoadStage } from './stages/load-stage';
import { OpenCircuitStage } from './stages/open-circuit-stage';
import { RecoveryStage } from './stages/recovery-stage';
import { CleanStage } from './stages/remedy-stages';
import { SettleStage } from './stages/settle-stage';
import { VerdictStage } from './stages/verdict-stage';

const click = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
const choose = (name: string) => userEvent.click(screen.getByRole('radio', { name }));
const textOf = () => document.body.textContent?.replace(/\u00A0/g, ' ') ?? '';

describe('inspect', () => {
  it('takes all in order with one key', async () => {
    const { props, captured } = stageProps([]);
    renderOnSite(<InspectStage {...props} />);
    await click('All in order');
    expect(captured).toEqual([['inspection', { case: 'ok', terminals: 'ok', level: 'ok', smell: 'none' }]]);
  });

  it('says sealed for a type that is not always opened', async () => {
    const { props, captured } = stageProps([]);
    renderOnSite(<InspectStage {...props} spec={{ ...props.spec, construction: 'agm' }} />);
    await click('All in order, sealed');
    expect(captured[0]?.[1]).toMatchObject({ level: 'sealed' });
  });

  it('asks about the level of a type that may open, and records no seal that nobody saw', async () => {
    const { props, captured } = stageProps([]);
    renderOnSite(<InspectStage {...props} spec={{ ...props.spec, construction: 'calcium' }} />);
    await click('All in order, level seen');
    await click('All in order, sealed');
    expect(captured.map(([, data]) => (data as { level: string }).level)).toEqual(['ok', 'sealed']);
  });

  it.each(['Cracked', 'Frozen', 'Rotten eggs'])(
    '%s ends the looking: nobody bends over it for the rest',
    async (danger) => {
      const { props, captured } = stageProps([]);
      renderOnSite(<InspectStage {...props} />);
      await choose(danger);
      await click('Capture what is marked');
      expect(captured[0]?.[1]).toMatchObject({ terminals: null, level: null });
    },
  );

  it('holds its marks while another screen captures the same step', async () => {
    const { props } = stageProps([]);
    const onTyping = vi.fn();
    renderOnSite(<InspectStage {...props} onTyping={onTyping} />);
    await choose('Corroded');
    expect(onTyping).toHaveBeenCalled();
  });

  it('takes what is marked only once every point has been looked at', async () => {
    const { props, captured } = stageProps([]);
    renderOnSite(<InspectStage {...props} />);
    const capture = screen.getByRole<HTMLButtonElement>('button', { name: 'Capture what is marked' });
    const mark = (legend: string, answer: string) =>
      userEvent.click(within(screen.getByRole('group', { name: legend })).getByLabelText(answer));
    for (const [legend, answer] of [
      ['Case', 'Sound'],
      ['Posts and clamps', 'Corroded'],
      ['Electrolyte level', 'Low'],
    ] as const) {
      await mark(legend, answer);
      expect(capture.disabled).toBe(true);
    }
    await mark('Smell', 'None');
    await userEvent.click(capture);
    expect(captured).toEqual([
      [
        'inspection',
        {
          case: 'ok',
          terminals: 'corroded',
          level: 'low',
          smell: 'none',
          topVolts: null,
          levelsMm: null,
        },
      ],
    ]);
  });
});

describe('settle', () => {
  it('goes on after an overnight rest, and where nobody knows', async () => {
    const { props, captured } = stageProps(writtenReadings(...UP_TO_OPEN.slice(0, 2)));
    renderOnSite(<SettleStage {...props} />);
    await choose('Overnight, 12 h or more');
    await click(/Go on to the voltage/);
    await choose('Nobody knows');
    await click(/Go on to the voltage/);
    expect(captured.map(([, data]) => data)).toEqual([
      { method: 'rested', restMinutes: 780, clockMinutes: 0 },
      { method: 'rested', restMinutes: null, clockMinutes: 0 },
    ]);
  });

  it('asks about a rest that contradicts the charge of this run, and marks what is stood by', async () => {
    const start: Written = ['charge_start', { mode: 'normal', volts: 14.4, amps: 6, hours: 5 }];
    const { props } = stageProps(
      writtenReadings(...UP_TO_OPEN.slice(0, 2), start, ['charge', { full: true }]),
    );
    const capture = vi.fn(() => []);
    renderOnSite(<SettleStage {...props} capture={capture} />);
    await choose('Overnight, 12 h or more');
    await click(/It rested so: the charge was entered late/);
    const claimed = { method: 'rested', restMinutes: 780, clockMinutes: 0 };
    expect(capture.mock.calls).toEqual([['settle', claimed, null, true]]);
    await click(/It rested less than 1 h/);
    expect(textOf()).toContain('Let it rest');
  });

  it('offers a rest or a load after too short a one', async () => {
    const { props, captured } = stageProps(writtenReadings(...UP_TO_OPEN.slice(0, 2)));
    renderOnSite(<SettleStage {...props} />);
    await choose('Less than 1 h');
    await click(/Start 60.min/);
    for (const start of screen.getAllByRole('button', { name: /Start/ }).slice(1))
      await userEvent.click(start);
    expect(captured.map(([, data]) => data)).toEqual([
      { method: 'rest', restMinutes: 10, clockMinutes: 60 },
      { method: 'headlamps', restMinutes: 10, clockMinutes: 13 },
      { method: 'bank', restMinutes: 10, clockMinutes: 10.25 },
      // 0.6 Ah at 10 A, and the wait.
      { method: 'one_percent', restMinutes: 10, clockMinutes: 13.6 },
    ]);
  });

  it('knows how long ago the charge ended', () => {
    const readings = writtenReadings(...UP_TO_OPEN.slice(0, 2), ['charge', { full: true }]);
    renderOnSite(<SettleStage {...stageProps(readings, 39).props} />);
    expect(textOf()).toContain('entered 40 min ago.');
  });
});

describe('open-circuit voltage', () => {
  it('draws the scale of this battery and takes both numbers', async () => {
    const { props, captured } = stageProps(writtenReadings(...UP_TO_OPEN));
    renderOnSite(<OpenCircuitStage {...props} />);
    await screen.findByRole('img', { name: 'Charge by voltage' });
    expect(textOf()).toContain('12.45');
    await userEvent.type(screen.getByLabelText('Battery temperature'), '5');
    // At 5 °C every mark lies 30 mV lower than at 25 °C.
    expect(textOf()).toContain('12.42');
    await userEvent.type(screen.getByLabelText('Open-circuit voltage'), '12.6{Enter}');
    expect(captured).toEqual([['open_circuit', { volts: 12.6, temperatureC: 5 }]]);
  });
});

describe('load test', () => {
  const ready = () =>
    stageProps(writtenReadings(...UP_TO_OPEN, ['open_circuit', { volts: 12.65, temperatureC: -10 }]));

  it('shows the set load and the limit at the battery’s temperature', async () => {
    const { props, captured } = ready();
    renderOnSite(<LoadStage {...props} />);
    expect(textOf()).toContain('Set the load to285 A');
    expect(textOf()).toContain('Limit at −10.0 °C8.78 V');
    await userEvent.type(screen.getByLabelText('Voltage at the end, load on'), '9.2{Enter}');
    expect(captured).toEqual([
      ['load', { volts: 9.2, amps: 285, seconds: 15, temperatureC: -10, stopped: null, trace: null }],
    ]);
  });

  it('moves the limit in the picture with the temperature typed', async () => {
    renderOnSite(<LoadStage {...ready().props} />);
    const picture = within(await screen.findByRole('img', { name: 'Load test against its limit' }));
    picture.getByText('8.78');
    const temperature = screen.getByLabelText('Temperature');
    await userEvent.clear(temperature);
    await userEvent.type(temperature, '21');
    picture.getByText('9.60');
  });

  describe('on a clock of its own', () => {
    beforeEach(() => vi.useFakeTimers({ now: 0 }));
    afterEach(() => vi.useRealTimers());

    it('runs it with the S key and says when to read', () => {
      renderOnSite(<LoadStage {...ready().props} />);
      fireEvent.keyDown(document.body, { key: 's' });
      fireEvent.keyUp(document.body, { key: 's' });
      // A scanner would have typed on by now.
      act(() => vi.advanceTimersByTime(200));
      expect(textOf()).toContain('Hold for15 s');
      act(() => vi.advanceTimersByTime(10_000));
      expect(textOf()).toContain('Hold for5 s');
      act(() => vi.advanceTimersByTime(6_000));
      expect(textOf()).toContain('Read it now');
    });
  });
});

describe('recovery', () => {
  it('takes the minutes from the clock where none are typed', async () => {
    const readings = writtenReadings(
      ...UP_TO_OPEN,
      ['open_circuit', { volts: 12.5, temperatureC: 20 }],
      ['load', { amps: 285, seconds: 15, volts: 9.4, temperatureC: 20 }],
    );
    // Five readings a minute apart; the clock stands 5 minutes after the last.
    const { props, captured } = stageProps(readings, 4);
    renderOnSite(<RecoveryStage {...props} />);
    expect(textOf()).toContain('05:00');
    await userEvent.type(screen.getByLabelText('Open voltage now'), '12.45{Enter}');
    expect(captured).toEqual([['recovery', { volts: 12.45, minutes: 5 }]]);
  });
});

describe('remedies', () => {
  it('are captured as what they left', async () => {
    const { props, captured } = stageProps([]);
    renderOnSite(
      <>
        <CleanStage {...props} />
        <ChargeStage {...props} />
      </>,
    );
    await choose('Post damaged');
    await click(/full charge given/);
    expect(captured).toEqual([
      ['clean', { terminals: 'damaged' }],
      ['charge', { full: true }],
    ]);
  });
});

describe('verdict', () => {
  const read = (load: number) =>
    writtenReadings(
      ...UP_TO_OPEN,
      ['open_circuit', { volts: 12.65, temperatureC: 25 }],
      ['load', { amps: 285, seconds: 15, volts: load, temperatureC: 25 }],
    );

  it('says what, why and what to do, with the figures', () => {
    renderOnSite(<VerdictStage {...stageProps(read(9.8)).props} />);
    expect(textOf()).toContain('Serve and watch');
    expect(textOf()).toContain('Test it again before the cold.');
    expect(textOf()).toContain('+0.20 V');
    screen.getByRole('button', { name: /Finish the run: Serve and watch/ });
  });

  it('keeps the verdict that a run was finished with, and warns where it would be another today', () => {
    const before = stageProps(read(10.6)).props;
    const now = stageProps(read(9.2)).props;
    const { assessment, evidence } = before.state;
    const record = {
      id: 'a',
      runId: 'run',
      madeAtMs: 0,
      core: '0.9.0',
      rulesId: 'integra-standard',
      rulesVersion: 1,
      verdict: assessment.verdict,
      grade: assessment.grade,
      healthPct: null,
      healthSdPct: null,
      chargePct: null,
      evidence,
      assessment,
      override: null,
    };
    const run = { ...now.run.view.run, finishedAtMs: Date.UTC(2026, 0, 12, 9), assessmentId: 'a' };
    renderOnSite(
      <VerdictStage {...now} run={{ ...now.run, view: { ...now.run.view, run, assessments: [record] } }} />,
    );
    screen.getByText('Return to service');
    expect(textOf()).toContain('would judge these readings: Retire.');
    expect(textOf()).toContain('12 Jan 2026, 09:00');
  });
});

describe('identify', () => {
  const seen = (amps: number) => {
    const { props } = stageProps(
      writtenReadings(
        ...UP_TO_OPEN,
        ['open_circuit', { volts: 12.65, temperatureC: 25 }],
        ['conductance', { value: amps, unit: 'SAE', compensated: 'both', temperatureC: null }],
      ),
    );
    expect(props.state.nextStep).toBe(amps > 741 ? 'identify' : 'verdict');
    renderOnSite(<IdentifyStage {...props} />);
    return screen.queryByRole('alert');
  };

  it('asks about a rating that the tests beat by far, and about no other', () => {
    expect(seen(590)).toBeNull();
    cleanup();
    expect(seen(900)?.textContent).toMatch(/158\s% of this rating: better than any new battery/);
  });
});
