import { uuidv7 } from 'uuidv7';
import { granted, messagesOf } from './answers.test-support';
import { batteryPage, batteryStory, correctBattery, findBattery, registerBattery } from './batteries';
import { finishSeen } from './files.test-support';
import { answerRun } from './runs';
import { newShop } from './shop.test-support';
import { registerTechnician, technicians } from './technicians';

const { shop, technicianId, label, registered, started, captureAll } = newShop();

describe('technicians', () => {
  it('are listed by name, and a name is taken once, in any case', async () => {
    await registerTechnician(shop.context, { id: uuidv7(), name: '  Anselm Roake ' });
    expect((await technicians(shop.context)).map(({ name }) => name)).toEqual([
      'Anselm Roake',
      'Maro Tindell',
    ]);
    expect(
      messagesOf(await registerTechnician(shop.context, { id: uuidv7(), name: 'maro tindell' })),
    ).toEqual(['maro tindell is in the list already: pick that name.']);
    expect((await registerTechnician(shop.context, { id: uuidv7(), name: '   ' })).ok).toBe(false);
    for (const alike of ['Maro  Tindell', 'Mаro Tindell', 'Maro\u00a0Tindell', 'Maro Tin\u00addell']) {
      expect(messagesOf(await registerTechnician(shop.context, { id: uuidv7(), name: alike }))[0]).toContain(
        'in the list already',
      );
    }
  });
});

describe('batteries', () => {
  it('are found by tag, with the newest run, or by part of a tag', async () => {
    const { battery, runId } = await started();
    const found = granted(await findBattery(shop.context, battery.tag.toLowerCase()));
    expect(found.exact).toMatchObject({ battery: { id: battery.id }, newest: { run: { id: runId } } });
    const part = granted(await findBattery(shop.context, 's-'));
    expect(part.exact).toBeNull();
    expect(part.similar.length).toBeGreaterThan(0);
    expect((await findBattery(shop.context, '  ')).ok).toBe(false);
  });

  it('cannot share a tag, or name a standard twice', async () => {
    const { tag } = await registered();
    const again = await registerBattery(shop.context, { id: uuidv7(), technicianId, label: label({ tag }) });
    expect(again).toMatchObject({ ok: false, failure: 'conflict', problems: [{ field: 'label/tag' }] });
    const twice = [570, 600].map((amps) => ({ standard: 'SAE', amps }));
    expect(
      messagesOf(
        await registerBattery(shop.context, { id: uuidv7(), technicianId, label: label({ ratings: twice }) }),
      ),
    ).toEqual(['label/ratings: found "SAE twice", expected one figure a standard']);
  });

  it('keep what an earlier run ended with when their label is put right', async () => {
    const { battery, runId } = await started({ ratings: [{ standard: 'DIN', amps: 342 }] });
    await captureAll(runId, 12.65, 10.6);
    await finishSeen(shop.context, runId, technicianId);
    const before = granted(await answerRun(shop.context, runId)).assessments[0];
    granted(
      await correctBattery(shop.context, {
        id: battery.id,
        technicianId,
        seenRevision: 1,
        label: label({ tag: battery.tag, ratings: [{ standard: 'SAE', amps: 342 }] }),
      }),
    );
    const story = await batteryStory(shop.context, battery.id);
    expect(story?.battery.ratings).toEqual([{ standard: 'SAE', amps: 342 }]);
    expect(story?.runs[0]?.assessment?.healthPct).toBe(before?.healthPct);
    const unknown = { id: uuidv7(), technicianId, seenRevision: 1, label: label() };
    expect(await correctBattery(shop.context, unknown)).toMatchObject({ failure: 'missing' });
  });

  it('put right by two at once: the second is told, and the first stands', async () => {
    const battery = await registered();
    const correction = (place: string) => ({
      id: battery.id,
      technicianId,
      seenRevision: 1,
      label: label({ tag: battery.tag, place }),
    });
    granted(await correctBattery(shop.context, correction('Snow plough 2')));
    expect(await correctBattery(shop.context, correction('Tanker 1'))).toMatchObject({
      ok: false,
      failure: 'conflict',
    });
    expect((await batteryStory(shop.context, battery.id))?.battery).toMatchObject({
      place: 'Snow plough 2',
      revision: 2,
    });
  });

  it.each([
    ['in another case and with stray blanks', (tag: string) => ` ${tag.toLowerCase()} `.trim()],
    ['in wide letters', (tag: string) => tag.replace('S', 'Ｓ')],
    ['with a letter of another script', (tag: string) => tag.replace('S', 'Ѕ')],
    ['with a hyphen of another kind', (tag: string) => tag.replace('-', '‑')],
    ['with what cannot be seen in it', (tag: string) => `${tag.slice(0, 2)}\u200b${tag.slice(2)}`],
  ])('of a tag %s are the same battery', async (_how, written) => {
    const { tag } = await registered();
    const again = await registerBattery(shop.context, {
      id: uuidv7(),
      technicianId,
      label: label({ tag: written(tag) }),
    });
    expect(messagesOf(again)[0]).toContain('belongs to another battery already');
    expect(granted(await findBattery(shop.context, written(tag))).exact?.battery.tag).toBe(tag);
  });

  it('come in pages that say how many there are, and where the next one begins', async () => {
    for (let count = 0; count < 52; count++) await registered({ place: 'long shelf' });
    const first = await batteryPage(shop.context, 'long shelf', null);
    expect(first).toMatchObject({ total: 52, earlier: null });
    expect(first.batteries).toHaveLength(50);
    const second = await batteryPage(shop.context, 'long shelf', { after: first.later ?? '' });
    expect(second).toMatchObject({ total: 52, later: null });
    expect(second.batteries).toHaveLength(2);
    const back = await batteryPage(shop.context, 'long shelf', { before: second.earlier ?? '' });
    expect(back).toEqual(first);
    // What lies beyond the end is the last page, what lies before the beginning the first.
    const end = await batteryPage(shop.context, 'long shelf', { after: 'ZZZZ' });
    expect(end).toMatchObject({ total: 52, later: null });
    expect(end.batteries.at(-1)).toEqual(second.batteries.at(-1));
    expect((await batteryPage(shop.context, 'long shelf', { before: '' })).batteries).toEqual(
      first.batteries,
    );
    expect(await batteryPage(shop.context, 'nothing of it', { after: 'A' })).toMatchObject({ total: 0 });
  });
});
