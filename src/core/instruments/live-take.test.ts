import { readRecording } from '../recording/read-recording';
import { LiveTake } from './live-take';

describe('a recording taken live', () => {
  it('puts each voltage beside the current that was said last, and is read like any file', () => {
    const take = new LiveTake();
    const lines = [
      'hello meter kind=voltmeter',
      'reading clamp amps=2',
      'reading meter volts=12.61',
      'nonsense',
      'reading meter cell=3 volts=2.1',
      'reading clamp amps=180',
      'reading meter volts=10.4',
    ];
    for (const [at, line] of lines.entries()) take.take(line, at / 10);
    expect(take.samples).toBe(4);
    expect(take.latest).toEqual({ volts: 10.4, amps: 180 });
    const read = readRecording(new TextEncoder().encode(take.csv()));
    if (!read.ok) throw new Error(read.problems[0]?.message);
    const { seconds, volts, amps } = read.value.recording;
    expect([...seconds]).toEqual([0.1, 0.2, 0.5, 0.6]);
    expect([...(volts ?? [])]).toEqual([12.61, 12.61, 12.61, 10.4]);
    expect([...(amps ?? [])]).toEqual([2, 2, 180, 180]);
  });

  it('goes by the instrument’s own clock where it has one, and never backwards', () => {
    const take = new LiveTake();
    for (const at of [0, 0.0001, 0.0002, 0.0001, 0.0003])
      take.take(`reading recorder at=${at} volts=12.5`, 99);
    expect(take.csv()).toBe('t_s,v\n0,12.5\n0.0001,12.5\n0.0002,12.5\n0.0003,12.5\n');
  });
});
