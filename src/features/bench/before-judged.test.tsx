import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { judgeRun } from '@/core/procedure/judge-run';
import { SiteProvider } from '@/ui/site';
import { siteSettings } from '@/ui/site.test-support';
import { renderOnSite, stageProps, UP_TO_OPEN, type Written, writtenReadings } from './bench.test-support';
import { Bench } from './bench-screen';
import type { Judge } from './use-judged';

beforeAll(() => {
  window.scrollTo = () => {};
});

const READ: Written = ['open_circuit', { volts: 12.62, temperatureC: 25 }];

/** The Bench as it opened with some readings, and more taken since; the judgement may not have come yet. */
function bench(opened: readonly Written[], since: readonly Written[], judge: Judge, revision = 1) {
  const all = writtenReadings(...opened, ...since);
  const { run, spec, nowMs } = stageProps(all).props;
  const battery = { ...run.view.battery, revision: 1 };
  const of = { ...run.view, battery, readings: all.slice(0, opened.length) };
  const { current: _current, ...told } = judgeRun(spec, of.readings, of.rules);
  const now = { ...run, view: { ...run.view, battery: { ...battery, revision } } };
  return <Bench run={now} spec={spec} startMs={nowMs} judge={judge} opening={{ told, of }} />;
}

const stage = () => screen.getByRole('heading', { level: 1 }).textContent;
const waits = () => screen.queryByRole('heading', { name: 'Working it out' });

describe('the Bench before its judgement has come', () => {
  it('shows what was told of the readings that it opened with, and takes what is typed', async () => {
    renderOnSite(bench(UP_TO_OPEN, [], null));
    expect(stage()).toBe('Open-circuit voltage');
    expect(screen.getByRole('button', { name: /^done Settle/ }).textContent).toContain(
      'had rested 13\u00A0h',
    );
    await waitFor(() => expect(screen.getByTestId('verdict').textContent).toBe('Not decided yet'));
    const volts = await screen.findByLabelText('Open-circuit voltage');
    await userEvent.type(volts, '12.6');
    expect(volts).toHaveProperty('value', '12.6');
  });

  it('says of a capture since that what it comes to is on its way, and asks for nothing twice', () => {
    renderOnSite(bench(UP_TO_OPEN, [READ], null));
    expect(waits()).not.toBeNull();
    expect(screen.getByText(/as soon as the rest of the Bench has come/)).toBeTruthy();
    expect(screen.queryByLabelText('Open-circuit voltage')).toBeNull();
  });

  it('no longer tells what it came to by a label that was put right meanwhile', () => {
    renderOnSite(bench(UP_TO_OPEN, [], null, 2));
    expect(waits()).not.toBeNull();
    expect(screen.queryByTestId('verdict')).toBeNull();
  });

  it('goes on with the next step once it has come', () => {
    const { rerender } = renderOnSite(bench(UP_TO_OPEN, [READ], null));
    rerender(<SiteProvider settings={siteSettings({})}>{bench(UP_TO_OPEN, [READ], judgeRun)}</SiteProvider>);
    expect(waits()).toBeNull();
    expect(stage()).toBe('Conductance');
  });

  it('says that it did not come, and how to go on', () => {
    renderOnSite(bench(UP_TO_OPEN, [READ], 'missing'));
    expect(screen.getByRole('heading', { name: 'Not worked out' })).toBeTruthy();
    expect(screen.getByText(/What was captured is kept/)).toBeTruthy();
    expect(screen.getByRole('button', { name: /Load the page again/ })).toBeTruthy();
  });
});
