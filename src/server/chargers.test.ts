import { uuidv7 } from 'uuidv7';
import type { ChargerFacts } from '@/core/charging/charger-schema';
import { granted, messagesOf } from './answers.test-support';
import { chargersHere, keepChargerAsked } from './chargers';
import { floorView } from './floor';
import { captureReading } from './runs';
import { newShop } from './shop.test-support';

const { shop, technicianId, started, reading } = newShop();

let serial = 0;
const facts = (over: Partial<ChargerFacts> = {}): ChargerFacts => ({
  name: `Charger ${++serial}`,
  place: ' Corner ',
  circuit: 'C1',
  channels: 2,
  mostAmps: 20,
  leastVolts: 4,
  mostVolts: 16.5,
  modes: ['normal', 'slow'],
  senses: false,
  ...over,
});
const keep = (id: string, said: ChargerFacts, seenRevision = 0, retired = false) =>
  keepChargerAsked(shop.context, { id, technicianId, facts: said, seenRevision, retired });
const kept = async (id: string) => (await chargersHere(shop.context)).find((one) => one.id === id);

describe('a charger of the site', () => {
  it('is kept, put right, put aside and taken into use again', async () => {
    const id = uuidv7();
    const said = facts();
    granted(await keep(id, said));
    expect(await kept(id)).toMatchObject({
      name: said.name,
      place: 'Corner',
      revision: 1,
      retiredAtMs: null,
    });
    granted(await keep(id, { ...said, mostAmps: 8 }, 1));
    expect(await kept(id)).toMatchObject({ mostAmps: 8, revision: 2 });
    granted(await keep(id, { ...said, mostAmps: 8 }, 2, true));
    const aside = await kept(id);
    expect(aside?.retiredAtMs).not.toBeNull();
    granted(await keep(id, { ...said, mostAmps: 8 }, 3));
    expect(await kept(id)).toMatchObject({ retiredAtMs: null, revision: 4 });
  });

  it('is added once however often it is said', async () => {
    const id = uuidv7();
    const said = facts();
    for (let at = 0; at < 3; at++) granted(await keep(id, said));
    expect(await kept(id)).toMatchObject({ revision: 1 });
    for (let at = 0; at < 2; at++) granted(await keep(id, said, 1, true));
    expect(await kept(id)).toMatchObject({ revision: 2 });
  });

  it('tells the later of two who change it, and keeps what the first said', async () => {
    const id = uuidv7();
    const said = facts();
    granted(await keep(id, said));
    granted(await keep(id, { ...said, channels: 4 }, 1));
    expect(messagesOf(await keep(id, { ...said, channels: 3 }, 1))[0]).toContain('Somebody else has changed');
    expect(await kept(id)).toMatchObject({ channels: 4 });
  });

  it('has a name that no other one in use has', async () => {
    const first = uuidv7();
    const said = facts();
    granted(await keep(first, said));
    const alike = { ...said, name: ` ${said.name.toUpperCase()} ` };
    expect(messagesOf(await keep(uuidv7(), alike))[0]).toContain('a name that no other charger in use has');
    granted(await keep(first, said, 1, true));
    const second = uuidv7();
    granted(await keep(second, alike));
    expect(messagesOf(await keep(first, said, 2))[0]).toContain('a name that no other charger in use has');
    expect(await kept(first)).toMatchObject({ revision: 2 });
  });

  it('says what is wrong with what is said of it', async () => {
    expect(messagesOf(await keep(uuidv7(), facts({ mostVolts: 3 })))[0]).toContain(
      'not less than the least, 4 V',
    );
    expect(messagesOf(await keep(uuidv7(), facts({ mostAmps: -1 })))[0]).toContain('facts/mostAmps');
    expect(messagesOf(await keep(uuidv7(), facts({ name: '\u200b' })))[0]).toContain(
      'a name that can be seen',
    );
  });

  it('is named by the charge that it gives, and the Floor says so', async () => {
    const id = uuidv7();
    granted(await keep(id, facts()));
    const { runId } = await started();
    const data = { mode: 'normal', volts: 14.4, amps: 8, hours: 6, charger: id, channel: 2 };
    granted(await captureReading(shop.context, reading(runId, 'charge_start', data, { forced: true })));
    const { onBench } = await floorView(shop.context);
    expect(onBench.find((card) => card.runId === runId)).toMatchObject({
      charging: true,
      hangsOn: { charger: id, channel: 2 },
    });
  });
});
