import { renderHook } from '@testing-library/react';
import { type LiveCharger, useLoggedByItself } from './use-charger';

const shows = (minutes: number, isFull: boolean): LiveCharger => ({
  log: { volts: 14.4, amps: 3, temperatureC: 20, gravity: null, minutes, ampHours: minutes / 10 },
  minutes,
  isFull,
  name: null,
});

it('a charger that says full is written down at once, however lately it was read, and only once', () => {
  const written: number[] = [];
  const log = ({ minutes }: LiveCharger) => void written.push(minutes);
  const last = () => written.at(-1) ?? 0;
  const { rerender } = renderHook(({ shown }) => useLoggedByItself(shown, last(), log), {
    initialProps: { shown: shows(10, false) },
  });
  expect(written).toEqual([]);
  rerender({ shown: shows(60, false) });
  // Simulated hours pass in a breath: the next half hour waits, what it says once does not.
  rerender({ shown: shows(120, false) });
  expect(written).toEqual([60]);
  rerender({ shown: shows(130, true) });
  rerender({ shown: shows(140, true) });
  expect(written).toEqual([60, 130]);
});
