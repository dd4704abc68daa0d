import { InstrumentLink } from './instrument-link';

function linked() {
  const sent: string[] = [];
  const link = new InstrumentLink((line) => sent.push(line));
  const take = (...lines: readonly string[]) => {
    for (const line of lines) link.take(line);
  };
  take(
    'hello meter kind=voltmeter label=Bench%20meter simulated=yes',
    'hello clamp kind=clamp label=Clamp',
    'hello bank kind=load_bank label=Bank',
    'hello starter kind=starter label=Starter',
    'hello charger kind=charger label=Charger',
  );
  return { link, sent, take };
}

it('knows what is connected, by kind, and passes over lines that cannot be read', () => {
  const { link, take } = linked();
  take('reading meter volts=12.64', '???', 'reading', 'reading meter volts');
  expect(link.state).toBe('live');
  expect(link.find('voltmeter')).toMatchObject({ name: 'meter', label: 'Bench meter', simulated: true });
  expect(link.value('voltmeter', 'volts')).toBe(12.64);
  expect(link.value('thermometer', 'celsius')).toBeNull();
});

it('takes the clamps for empty only where the bench says so', () => {
  const { link, take } = linked();
  expect(link.clampsAreEmpty).toBe(false);
  take('state bench state=empty');
  expect(link.clampsAreEmpty).toBe(true);
  take('state bench state=attached');
  expect(link.clampsAreEmpty).toBe(false);
});

it('records a load with its current, which discharges whichever way round the clamp sits', () => {
  const { link, take } = linked();
  take('state bank state=holding amps=285 left=15');
  take('reading clamp amps=-284 at=0.1', 'reading meter volts=11.2 at=0.1');
  take('reading clamp amps=-283 at=0.2', 'reading meter volts=11.1 at=0.2');
  expect(link.hold).toEqual({ by: 'load_bank', state: 'holding', heldSeconds: 0.2 });
  take('state bank state=done held=15.0', 'reading meter volts=12.1');
  expect(link.trace).toEqual([
    [0.1, 11.2, 284],
    [0.2, 11.1, 283],
  ]);
  expect(link.hold.state).toBe('done');
});

it('tells a start from a load on the bank, and forgets the last one before the next', () => {
  const { link, take } = linked();
  take('state starter state=holding left=15', 'reading meter volts=10.4 at=0.1');
  take('state starter state=stopped held=0.1');
  expect(link.hold).toEqual({ by: 'starter', state: 'stopped', heldSeconds: 0.1 });
  link.clearHold();
  expect(link.hold.by).toBeNull();
  expect(link.trace).toEqual([]);
});

it('stops what draws when the meter goes, and says so', () => {
  const { link, sent, take } = linked();
  take('state starter state=holding left=15', 'reading meter volts=10.4 at=0.1', 'bye meter');
  expect(link.hold.state).toBe('lost');
  expect(sent).toEqual(['stop starter']);
});

it('a clamp that goes does not end a load', () => {
  const { link, sent, take } = linked();
  take('state bank state=holding amps=285 left=15', 'bye clamp', 'reading meter volts=11 at=0.5');
  expect(link.hold.state).toBe('holding');
  expect(sent).toEqual([]);
  expect(link.trace).toEqual([[0.5, 11, null]]);
});

it('knows how the charger stands until the whole link is lost', () => {
  const { link, take } = linked();
  take('state charger state=on mode=normal amps=12 volts=14.4');
  expect(link.standing('charger')).toBe('on');
  take('state charger state=full mode=normal amps=12 volts=14.4');
  expect(link.standing('charger')).toBe('full');
  link.setState('lost');
  expect(link.standing('charger')).toBeUndefined();
  expect(link.instruments).toEqual([]);
});

it('tells whoever subscribed, and no longer whoever left', () => {
  const { link, take } = linked();
  let told = 0;
  const leave = link.subscribe(() => told++);
  take('reading meter volts=12.6');
  leave();
  take('reading meter volts=12.7');
  expect(told).toBe(1);
});
