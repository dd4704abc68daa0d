import { handlingDoubt } from './handling-doubt';

const QUIET = { over: false, clampAmps: 0, drawing: false, charging: false };

it.each([
  ['nothing, all quiet', QUIET, null],
  ['nothing, no clamp there', { ...QUIET, clampAmps: null, drawing: true }, null],
  ['nothing, a load the right way', { ...QUIET, clampAmps: 285, drawing: true }, null],
  ['nothing, a charge the right way', { ...QUIET, clampAmps: -12, charging: true }, null],
  ['nothing, the last amperes of a charge', { ...QUIET, clampAmps: 0.9, charging: true }, null],
  ['a range too small, whatever the clamp shows', { ...QUIET, over: true, clampAmps: 2 }, 'past_range'],
  ['a clamp the wrong way round under load', { ...QUIET, clampAmps: -285, drawing: true }, 'clamp_reversed'],
  ['the same on charge', { ...QUIET, clampAmps: 12, charging: true }, 'clamp_reversed'],
  ['a clamp that nobody zeroed', { ...QUIET, clampAmps: 1.4 }, 'clamp_not_zeroed'],
  ['the same below nothing', { ...QUIET, clampAmps: -1.4 }, 'clamp_not_zeroed'],
] as const)('sees %s', (_, seen, doubt) => {
  expect(handlingDoubt(seen)).toBe(doubt);
});
