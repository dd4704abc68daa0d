import { uuidv7 } from 'uuidv7';
import { granted, messagesOf } from './answers.test-support';
import { keepChargerAsked } from './chargers';
import { roomView } from './room';
import { keepFanAsked, keepRoomAsked, keepWishAsked } from './room-asked';
import { putOnView } from './room-put-on';
import { recordView } from './room-record';
import { roundView } from './room-round';
import { captureReading } from './runs';
import { newShop } from './shop.test-support';

const { shop, technicianId, registered, started, reading } = newShop();

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const ALWAYS = [1, 2, 3, 4, 5, 6, 7].map((day) => ({ day, fromMinute: 0, toMinute: 1440, onCall: false }));
const FACTS = { hours: ALWAYS, circuits: [], airPerHour: null, mainsVolts: 230, pricePerKwh: 0.3 };

/** Says something of a run so many minutes ago. */
async function note(runId: string, minutesAgo: number, kind: string, data: unknown): Promise<void> {
  const takenAtMs = Date.now() - minutesAgo * MINUTE;
  granted(await captureReading(shop.context, reading(runId, kind, data, { takenAtMs })));
}

/** A battery that was found low. */
async function low(): Promise<{ readonly runId: string; readonly tag: string }> {
  const { battery, runId } = await started();
  await note(runId, 300, 'identify', { confirmed: true });
  await note(runId, 299, 'complaint', { symptom: 'routine' });
  await note(runId, 298, 'inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' });
  await note(runId, 297, 'settle', { method: 'rested', restMinutes: 720, clockMinutes: 0 });
  await note(runId, 296, 'open_circuit', { volts: 12.05, temperatureC: 20 });
  return { runId, tag: battery.tag };
}

async function charger(over: Record<string, unknown> = {}): Promise<string> {
  const id = uuidv7();
  const facts = {
    name: `Charger ${id.slice(-6)}`,
    place: '',
    circuit: 'C1',
    channels: 1,
    mostAmps: 10,
    leastVolts: 4,
    mostVolts: 16.5,
    modes: ['normal', 'slow', 'deep'],
    senses: false,
    ...over,
  };
  granted(await keepChargerAsked(shop.context, { id, technicianId, facts, seenRevision: 0, retired: false }));
  return id;
}

const cardOf = async (runId: string) =>
  (await roomView(shop.context)).cards.find((card) => card.runId === runId);
const wish = (runId: string, over: Record<string, unknown>, seenRevision = 0) =>
  keepWishAsked(shop.context, {
    technicianId,
    runId,
    seenRevision,
    wish: { dueMs: null, weight: 1, reason: '', held: null, ...over },
  });

describe('the charge room', () => {
  beforeAll(async () => {
    const { revision } = await roomView(shop.context);
    granted(await keepRoomAsked(shop.context, { technicianId, facts: FACTS, seenRevision: revision }));
  });

  it('says of what waits where no charger of the site can charge it', async () => {
    const { runId } = await low();
    const sixVolts = await charger({ mostVolts: 8 });
    const card = await cardOf(runId);
    expect(card?.standing.kind).toBe('waiting');
    expect(card?.plan).toBeNull();
    expect(card?.whyNone[0]).toMatch(/It gives 8.0 V at most; this asks for 14/);
    const facts = (await roomView(shop.context)).channels.find((one) => one.charger.id === sixVolts);
    expect(facts).toBeDefined();
  });

  it('follows a battery from waiting over its channel to its rest', async () => {
    const id = await charger();
    const { runId } = await low();
    expect((await cardOf(runId))?.plan).not.toBeNull();
    await note(runId, 120, 'charge_start', {
      mode: 'normal',
      volts: 14.5,
      amps: 10,
      hours: 5,
      charger: id,
      channel: 1,
    });
    const on = await cardOf(runId);
    expect(on?.standing).toMatchObject({ kind: 'on', returnedAh: 0, so: { kind: 'charging' } });
    const { channels, circuits, airAsked } = await roomView(shop.context);
    expect(channels[on?.channel ?? -1]?.charger.id).toBe(id);
    expect(circuits.find(({ name }) => name === 'C1')?.amps).toBeCloseTo((14.5 * 10) / 0.85 / 230, 6);
    // A flooded battery of 60 Ah gives off 20 mA an Ah and cell: 0.05 x 6 cells x 1.2 A.
    expect(airAsked).toBeCloseTo(0.36, 6);
    await note(runId, 60, 'charge_log', { volts: 14.5, amps: 6, temperatureC: 24, gravity: null });
    const standing = (await cardOf(runId))?.standing;
    expect(standing?.kind === 'on' && standing.returnedAh).toBeCloseTo(8, 2);
    await note(runId, 1, 'charge', { full: true });
    const rested = (await cardOf(runId))?.standing;
    expect(rested?.kind).toBe('resting');
    if (rested?.kind === 'resting') expect(rested.untilMs - Date.now()).toBeGreaterThan(30 * MINUTE);
  });

  it('plans whoever is wanted sooner first, and keeps what a hand has put somewhere', async () => {
    const id = await charger();
    const [one, other] = [await low(), await low()];
    granted(await wish(other.runId, { dueMs: Date.now() + 7 * HOUR, weight: 8, reason: ' Pump  truck ' }));
    expect((await cardOf(other.runId))?.wish.reason).toBe('Pump truck');
    const startMs = Date.now() + 10 * HOUR;
    granted(await wish(one.runId, { held: { charger: id, channel: 1, startMs } }));
    const held = await cardOf(one.runId);
    const { channels } = await roomView(shop.context);
    expect(channels[held?.channel ?? -1]?.charger.id).toBe(id);
    expect(held?.plan?.startMs).toBeGreaterThanOrEqual(startMs);
    expect((await cardOf(other.runId))?.plan?.startMs).toBeLessThan(startMs);
  });

  it('tells the later of two who wish, and refuses a channel that there is not', async () => {
    const id = await charger();
    const { runId } = await low();
    granted(await wish(runId, { weight: 3, dueMs: 2_000_000_000_000 }));
    granted(await wish(runId, { weight: 3, dueMs: 2_000_000_000_000 }));
    expect(messagesOf(await wish(runId, { weight: 8 }))[0]).toContain('Somebody else has changed this');
    const held = { charger: id, channel: 2, startMs: Date.now() };
    expect(messagesOf(await wish(runId, { held }, 1))[0]).toMatch(/held.channel: found 2, expected one of 1/);
    const stranger = { charger: uuidv7(), channel: 1, startMs: Date.now() };
    expect(messagesOf(await wish(runId, { held: stranger }, 1))[0]).toContain('a charger that is in use');
    expect((await cardOf(runId))?.wish.weight).toBe(3);
  });

  it('plans anew without a charger that was put aside', async () => {
    const id = await charger({ mostAmps: 60 });
    const { runId } = await low();
    const { channels } = await roomView(shop.context);
    const index = channels.findIndex((one) => one.charger.id === id);
    expect(index).toBeGreaterThanOrEqual(0);
    const facts = channels[index]?.charger;
    const {
      id: _id,
      retiredAtMs: _aside,
      revision: _revision,
      ...said
    } = facts as typeof facts & {
      revision: number;
    };
    granted(
      await keepChargerAsked(shop.context, { id, technicianId, facts: said, seenRevision: 1, retired: true }),
    );
    const after = await roomView(shop.context);
    expect(after.channels.some((one) => one.charger.id === id)).toBe(false);
    const card = after.cards.find((one) => one.runId === runId);
    expect(after.channels[card?.channel ?? -1]?.charger.id).not.toBe(id);
    expect(card?.plan).not.toBeNull();
  });

  it('keeps a record of what was charged, and of what its chargers gave', async () => {
    const id = await charger();
    const { runId, tag } = await low();
    await note(runId, 180, 'charge_start', {
      mode: 'normal',
      volts: 14.5,
      amps: 10,
      hours: 5,
      charger: id,
      channel: 1,
    });
    await note(runId, 120, 'charge_log', { volts: 13.2, amps: 6, temperatureC: null, gravity: null });
    const { batteries, chargers } = await recordView(shop.context);
    expect(batteries.find((one) => one.tag === tag)?.ampHours).toBeCloseTo(8, 2);
    expect(chargers.find((one) => one.charger === id)).toMatchObject({ charges: 1, read: 1, gaveLess: 1 });
  });

  it('refuses hours that overlap or end before they begin, by name, and stores nothing of it', async () => {
    const { revision, facts } = await roomView(shop.context);
    const say = (hours: unknown) =>
      keepRoomAsked(shop.context, { technicianId, facts: { ...FACTS, hours }, seenRevision: revision });
    const shift = (fromMinute: number, toMinute: number) => ({ day: 1, fromMinute, toMinute, onCall: false });
    expect(messagesOf(await say([shift(600, 500)]))[0]).toMatch(
      /hours.0.toMinute: found 500, expected later than 600/,
    );
    expect(messagesOf(await say([shift(0, 700), shift(600, 900)]))[0]).toContain('hours that do not overlap');
    expect((await roomView(shop.context)).facts).toEqual(facts);
  });

  it('puts nothing on while the fan stands still, and a lead who changes the hours meanwhile loses nothing of either', async () => {
    await charger();
    const { runId } = await low();
    const before = await roomView(shop.context);
    expect(before.facts.fan).toBeUndefined();
    const air = { ...FACTS, airPerHour: 50 };
    granted(await keepFanAsked(shop.context, { technicianId, draws: false }));
    // Seen before the fan was looked at, sent after it.
    const said = {
      technicianId,
      facts: { ...air, fan: { atMs: 0, draws: true } },
      seenRevision: before.revision,
    };
    granted(await keepRoomAsked(shop.context, said));
    const stands = await roomView(shop.context);
    expect(stands.facts).toMatchObject({ airPerHour: 50, fan: { draws: false } });
    expect(stands.cards.find((card) => card.runId === runId)?.plan).toBeNull();
    granted(await keepFanAsked(shop.context, { technicianId, draws: true }));
    expect((await cardOf(runId))?.plan).not.toBeNull();
    expect(messagesOf(await keepFanAsked(shop.context, { technicianId, draws: 'yes' }))[0]).toContain(
      'draws',
    );
  });

  it('says why a battery waits, and of one that goes on now nothing', async () => {
    const id = await charger({ modes: ['deep', 'normal'], mostAmps: 59 });
    const { runId } = await low();
    const startMs = Date.now() + 9 * HOUR;
    granted(await wish(runId, { held: { charger: id, channel: 1, startMs } }));
    expect((await cardOf(runId))?.whyWaits).toEqual({ kind: 'held' });
    granted(await wish(runId, { held: null }, 1));
    const card = await cardOf(runId);
    expect(card?.whyWaits === null).toBe((card?.plan?.startMs ?? 0) <= Date.now() + MINUTE);
  });

  it('offers one battery the channels of the site: what suits and is free first, what is taken, what lacks', async () => {
    const [free, taken, lacks] = [await charger(), await charger(), await charger({ mostVolts: 8 })];
    const { runId, tag } = await low();
    const other = await low();
    await note(other.runId, 30, 'charge_start', {
      mode: 'normal',
      volts: 14.5,
      amps: 10,
      hours: 5,
      charger: taken,
      channel: 1,
    });
    const view = await putOnView(shop.context, tag);
    expect(view).toMatchObject({ runId, standing: 'waiting', isMeasured: true });
    const at = (charger: string) => view?.channels?.findIndex((one) => one.charger.id === charger) ?? -1;
    expect(at(free)).toBeLessThan(at(taken));
    expect(at(taken)).toBeLessThan(at(lacks));
    expect(view?.channels?.[at(taken)]?.taken?.tag).toBe(other.tag);
    expect(view?.channels?.[at(lacks)]?.lacks[0]).toContain('8.0 V at most');
    // One that nobody has measured is offered them too, and the Bench begins with looking at it.
    const { tag: shelf } = await registered();
    expect(await putOnView(shop.context, shelf)).toMatchObject({
      runId: null,
      standing: null,
      isMeasured: false,
    });
    expect((await putOnView(shop.context, (await registered({ type: 'lithium' })).tag))?.channels).toBeNull();
    expect(await putOnView(shop.context, 'nobody-has-this')).toBeUndefined();
  });
});

describe('a round', () => {
  const DAY = 24 * HOUR;
  const later = (days: number) => ({ ...shop.context, now: () => Date.now() + days * DAY });
  const inRound = async (tag: string, days: number) =>
    (await roundView(later(days), { days: '0', celsius: undefined })).places
      .flatMap(({ units }) => units)
      .find(({ battery }) => battery.tag === tag);
  const setEvery = async (equaliseEveryDays: number | null) => {
    const { revision } = await roomView(shop.context);
    const facts = { ...FACTS, equaliseEveryDays };
    granted(await keepRoomAsked(shop.context, { technicianId, facts, seenRevision: revision }));
  };

  it('brings in what is cycled deeply and opens once its days are over, and never what is sealed', async () => {
    const { battery, runId } = await started({ duty: 'deep_cycle', ratings: [], c20Ah: 170 });
    const sealed = await registered({ duty: 'deep_cycle', type: 'agm', ratings: [], c20Ah: 100 });
    await setEvery(30);
    expect(await inRound(battery.tag, 29)).toBeUndefined();
    expect(await inRound(battery.tag, 31)).toMatchObject({ charge: null, equalise: { lastMs: null } });
    expect(await inRound(sealed.tag, 400)).toBeUndefined();
    for (const [kind, data] of [
      ['identify', { confirmed: true }],
      ['inspection', { case: 'ok', smell: 'none', terminals: 'ok', level: 'ok' }],
      ['settle', { method: 'rested', restMinutes: 720, clockMinutes: 0 }],
      ['open_circuit', { volts: 12.4, temperatureC: 20 }],
      ['charge_start', { mode: 'normal', volts: 14.4, amps: 10, hours: 5 }],
      ['charge', { full: true }],
    ] as const)
      await note(runId, 10, kind, data);
    // A charge in full evens nothing out.
    expect(await inRound(battery.tag, 31)).toBeDefined();
    await note(runId, 5, 'charge_start', { mode: 'equalise', volts: 15, amps: 8, hours: 4 });
    expect(await inRound(battery.tag, 29)).toBeUndefined();
    expect((await inRound(battery.tag, 31))?.equalise?.lastMs).toBeGreaterThan(Date.now() - HOUR);
    await setEvery(7);
    expect(await inRound(battery.tag, 8)).toBeDefined();
    await setEvery(null);
    expect(await inRound(battery.tag, 400)).toBeUndefined();
  });
});
