import type { DrawnWindow } from '@/core/recording/pyramid';
import { panesOf, yIn } from './draw-trace';
import { LETTERING } from './trace-room';

const HEIGHT = 430;
const drawn = (low: number, high: number) => ({ low: [low, low], high: [low, high] });
const windowOf = (channels: object) => channels as unknown as DrawnWindow;

describe('the panes of a recording', () => {
  it.each([
    ['voltage and current', { volts: drawn(9.8, 15.4), amps: drawn(-5, 476) }],
    ['voltage alone', { volts: drawn(9.8, 15.4), amps: null }],
    ['current alone', { volts: null, amps: drawn(-5, 476) }],
  ])('leave the highest of what they show under the names of the stretches: %s', (_what, channels) => {
    const { volts, amps } = panesOf([windowOf(channels)], HEIGHT);
    const upper = volts ?? amps;
    const lower = amps ?? volts;
    if (!upper || !lower) throw new Error('something is shown');
    expect(yIn(upper, volts ? 15.4 : 476)).toBeGreaterThan(LETTERING);
    expect(yIn(lower, amps ? -5 : 9.8)).toBeLessThan(HEIGHT);
    expect(lower.top + lower.height).toBeCloseTo(HEIGHT, 6);
    if (volts && amps) expect(amps.top).toBeGreaterThan(volts.top + volts.height);
  });
});
