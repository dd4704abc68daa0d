import { uuidv7 } from 'uuidv7';
import { hearQueries } from '@/store/query-plans.test-support';
import { granted, messagesOf } from '../answers.test-support';
import { newContext } from '../context.test-support';
import { COOKIES } from '../cookies';
import { registerTechnician } from '../technicians';
import { BEGUN_MS, Browser, closedSite, PASSWORD } from './browser.test-support';
import { changePersonAsked } from './people';
import { firstLeadAsked, signInAsked, signOutAsked } from './sign-in';

const queries = hearQueries();
afterAll(async () => {
  expect(await queries.slowPlans()).toEqual([]);
});

describe('a site that nobody leads', () => {
  it('lets everybody in under the name that they choose, as until now', async () => {
    const clock = { nowMs: BEGUN_MS };
    const browser = new Browser(await newContext(), clock);
    browser.cookies.set(COOKIES.technicianId, 'maro');
    expect(await browser.comes()).toMatchObject({
      kind: 'in',
      who: { actor: 'maro', role: 'lead', isOpen: true, sessionId: null },
    });
  });

  it('is closed by its first lead, who is the technician of that name, and by no second one', async () => {
    const site = await newContext();
    const id = uuidv7();
    await registerTechnician(site, { id, name: 'Maro Tindell' });
    const clock = { nowMs: BEGUN_MS };
    const browser = new Browser(site, clock);
    const asked = { id: uuidv7(), name: ' maro  TINDELL ', password: PASSWORD, deviceName: 'Counter' };
    expect(granted(await browser.signs(firstLeadAsked, asked)).told).toEqual({ personId: id });
    expect(await browser.comes()).toMatchObject({
      kind: 'in',
      who: { actor: id, role: 'lead', isOpen: false },
    });
    const stranger = new Browser(site, clock, '10.0.0.9');
    expect(await stranger.comes()).toMatchObject({ kind: 'out', why: 'nobody' });
    const second = { ...asked, id: uuidv7(), name: 'Stranger' };
    expect(messagesOf(await stranger.signs(firstLeadAsked, second))[0]).toContain('has a lead already');
  });

  it('asks its lead for a password that holds', async () => {
    const site = await newContext();
    const browser = new Browser(site, { nowMs: BEGUN_MS });
    const asked = { id: uuidv7(), name: 'Maro', password: '1234', deviceName: 'Counter' };
    expect(messagesOf(await browser.signs(firstLeadAsked, asked))[0]).toContain('at least 10 characters');
    expect(await browser.comes()).toMatchObject({ kind: 'in', who: { isOpen: true } });
  });
});

describe('signing in', () => {
  it('takes a name and a PIN on an enrolled device, and there only', async () => {
    const { bench, another, technicianId } = await closedSite();
    granted(await bench.signs(signOutAsked));
    expect(await bench.comes()).toMatchObject({ kind: 'out', why: 'nobody' });
    granted(await bench.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    expect(await bench.comes()).toMatchObject({
      kind: 'in',
      who: { actor: technicianId, role: 'technician' },
    });
    const phone = another('10.0.0.9');
    expect(messagesOf(await phone.signs(signInAsked, { personId: technicianId, pin: '4071' }))[0]).toContain(
      'only on a device that a lead has enrolled',
    );
  });

  it('lets a lead in by password only, anywhere', async () => {
    const { bench, another, leadId, technicianId } = await closedSite();
    const phone = another('10.0.0.9');
    granted(await phone.signs(signInAsked, { name: 'ysolde brackwater', password: PASSWORD }));
    expect(await phone.comes()).toMatchObject({ kind: 'in', who: { actor: leadId, role: 'lead' } });
    const promoted = {
      id: technicianId,
      name: 'Pell Havering',
      role: 'lead',
      newPassword: 'nine slow cranes',
    };
    granted(await bench.asks(changePersonAsked, { ...promoted, seenRevision: 1, left: false }));
    granted(await bench.signs(signOutAsked));
    expect(messagesOf(await bench.signs(signInAsked, { personId: technicianId, pin: '4071' }))).toHaveLength(
      1,
    );
  });

  it('says of a wrong name and of a wrong secret the same', async () => {
    const { another } = await closedSite();
    const phone = another('10.0.0.9');
    const of = async (name: string) =>
      messagesOf(await phone.signs(signInAsked, { name, password: 'nothing at all' }));
    expect(await of('Nobody Known')).toEqual(await of('Ysolde Brackwater'));
  });

  it('locks a name on a device after five wrong PINs, for longer each time, and not on another', async () => {
    const { bench, clock, technicianId } = await closedSite();
    granted(await bench.signs(signOutAsked));
    const tries = (pin: string) => bench.signs(signInAsked, { personId: technicianId, pin });
    for (let wrong = 0; wrong < 5; wrong++)
      expect(messagesOf(await tries('8302'))[0]).toContain('That is not it');
    expect(messagesOf(await tries('4071'))[0]).toContain('again in 30 s');
    clock.nowMs += 29_000;
    expect(messagesOf(await tries('4071'))[0]).toContain('again in 1 s');
    clock.nowMs += 1000;
    expect(messagesOf(await tries('8302'))[0]).toContain('That is not it');
    expect(messagesOf(await tries('4071'))[0]).toContain('again in 60 s');
    clock.nowMs += 60_000;
    granted(await tries('4071'));
    // The right one begins the count anew.
    expect(messagesOf(await tries('8302'))[0]).toContain('That is not it');
    expect(messagesOf(await tries('8302'))[0]).toContain('That is not it');
  });

  it('is over after a shift, locks when nothing is done, and a page that looks by itself keeps nothing awake', async () => {
    const { bench, clock, leadId } = await closedSite();
    for (let at = 0; at < 6; at++) {
      clock.nowMs += 29 * 60_000;
      expect(await bench.comes()).toMatchObject({ kind: 'in', who: { actor: leadId } });
    }
    clock.nowMs += 20 * 60_000;
    expect(await bench.comes({ byHand: false })).toMatchObject({ kind: 'in' });
    clock.nowMs += 10 * 60_000;
    expect(await bench.comes()).toMatchObject({ kind: 'out', why: 'locked' });
    granted(await bench.signs(signInAsked, { name: 'Ysolde Brackwater', password: PASSWORD }));
    const begunMs = clock.nowMs;
    while (clock.nowMs < begunMs + 12 * 3_600_000 - 29 * 60_000) {
      clock.nowMs += 29 * 60_000;
      await bench.comes();
    }
    clock.nowMs = begunMs + 12 * 3_600_000;
    expect(await bench.comes()).toMatchObject({ kind: 'out', why: 'over' });
  });

  it('holds on the device that it was begun on: its cookie elsewhere opens nothing', async () => {
    const { bench, another } = await closedSite();
    const thief = another('10.0.0.66');
    thief.cookies.set(COOKIES.session, bench.cookies.get(COOKIES.session) ?? '');
    expect(await thief.comes()).toMatchObject({ kind: 'out' });
    for (const forged of ['', 'x', '0'.repeat(43)]) {
      thief.cookies.set(COOKIES.session, forged);
      expect(await thief.comes()).toMatchObject({ kind: 'out' });
    }
  });

  it('to the sample shop on its own machine asks for nothing, and from elsewhere for everything', async () => {
    const { site, clock } = await closedSite();
    const here = new Browser(site, clock, '127.0.0.1');
    expect(await here.comes({ demo: true })).toMatchObject({ kind: 'in', who: { isOpen: true } });
    expect(await here.comes()).toMatchObject({ kind: 'out' });
    expect(await new Browser(site, clock, '10.0.0.9').comes({ demo: true })).toMatchObject({ kind: 'out' });
  });
});
