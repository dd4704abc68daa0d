import { screen } from '@testing-library/react';
import { judgeRun } from '@/core/procedure/judge-run';
import { renderOnSite, stageProps, UP_TO_OPEN, writtenReadings } from './bench.test-support';
import { Bench } from './bench-screen';

beforeAll(() => {
  window.scrollTo = () => {};
});

it('a rest that is over when it is told bars nothing until the clock ticks', async () => {
  const readings = writtenReadings(...UP_TO_OPEN);
  const { run, spec } = stageProps(readings).props;
  const lastTickMs = (readings.at(-1)?.takenAtMs ?? 0) - 600;
  renderOnSite(
    <Bench judge={judgeRun} run={run} spec={spec} startMs={lastTickMs} clock={() => lastTickMs} />,
  );
  expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Open-circuit voltage');
  expect(screen.queryByText('Settling')).toBeNull();
  expect(await screen.findByLabelText('Open-circuit voltage')).toBeTruthy();
});
