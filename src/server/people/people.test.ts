import { uuidv7 } from 'uuidv7';
import { hearQueries } from '@/store/query-plans.test-support';
import { granted, messagesOf } from '../answers.test-support';
import type { Context } from '../context';
import { newContext } from '../context.test-support';
import { COOKIES, cookieHeader, cookiesIn } from '../cookies';
import { registerTechnician } from '../technicians';
import { admit, type Comer, isFromHere, stillIn } from './admission';
import { refusedHere } from './may';
import {
  addPersonAsked,
  changePersonAsked,
  endSessionAsked,
  enrolCodeAsked,
  ownSecretAsked,
  peopleView,
  revokeDeviceAsked,
} from './people';
import { enrolAsked, firstLeadAsked, type Signed, signInAsked, signOutAsked } from './sign-in';

const PASSWORD = 'three grey gulls';
const queries = hearQueries();
afterAll(async () => {
  expect(await queries.slowPlans()).toEqual([]);
});

/** A browser: what it holds in cookies, and the context that it is let in with. */
class Browser {
  readonly cookies = new Map<string, string>();

  constructor(
    private readonly site: Context,
    private readonly clock: { nowMs: number },
    private readonly address = '10.0.0.7',
  ) {}

  /** How it is let in now. */
  comes({ byHand = true, demo = false } = {}) {
    const comer: Comer = { cookies: this.cookies, isHere: this.address === '127.0.0.1', byHand };
    return admit(this.site.store, comer, { nowMs: this.clock.nowMs, idleMinutes: 30, demo });
  }

  async context(): Promise<Context> {
    const admission = await this.comes();
    const nobody = { actor: null, role: 'viewer', sessionId: null, isOpen: false } as const;
    const who = admission.kind === 'in' ? admission.who : { ...nobody, deviceId: admission.deviceId };
    return { ...this.site, ...who, device: this.address, now: () => this.clock.nowMs };
  }

  async asks<T>(work: (context: Context, input: unknown) => Promise<T>, input: unknown = null): Promise<T> {
    return work(await this.context(), input);
  }

  /** Asks for what sets cookies, and keeps them. */
  async signs<T>(work: (context: Context, input: unknown) => Promise<Signed<T>>, input: unknown = null) {
    const answer = await this.asks(work, input);
    if (answer.ok)
      for (const { name, value } of answer.value.cookies) {
        if (value === '') this.cookies.delete(name);
        else this.cookies.set(name, value);
      }
    return answer;
  }
}

const BEGUN_MS = Date.UTC(2026, 0, 12, 8);

/** A site that a lead has closed, on a device of its own, with a technician who has a PIN. */
async function closedSite() {
  const clock = { nowMs: BEGUN_MS };
  const site = { ...(await newContext()), now: () => clock.nowMs };
  const bench = new Browser(site, clock);
  const first = { id: uuidv7(), name: 'Ysolde Brackwater', password: PASSWORD, deviceName: 'Bench' };
  const { personId: leadId } = granted(await bench.signs(firstLeadAsked, first)).told;
  const person = { id: uuidv7(), name: 'Pell Havering', role: 'technician', newPin: '4071' };
  granted(await bench.asks(addPersonAsked, person));
  const another = (address?: string) => new Browser(site, clock, address);
  return { clock, site, bench, leadId, technicianId: person.id, another };
}

describe('a site that nobody leads', () => {
  it('lets everybody in under the name that they choose, as until now', async () => {
    const clock = { nowMs: BEGUN_MS };
    const browser = new Browser(await newContext(), clock);
    browser.cookies.set(COOKIES.technicianId, 'maro');
    expect(await browser.comes()).toMatchObject({
      ...{ kind: 'in', who: { actor: 'maro', role: 'lead', isOpen: true, sessionId: null } },
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

describe('a device', () => {
  it('is enrolled with a code that a lead shows, once and for ten minutes', async () => {
    const { bench, another, clock, technicianId } = await closedSite();
    const tablet = another('10.0.0.9');
    const { code } = granted(await bench.asks(enrolCodeAsked));
    const typed = `${code.slice(0, 4)}-${code.slice(4)}`.toLowerCase();
    granted(await tablet.signs(enrolAsked, { code: typed, name: 'Tablet 2' }));
    granted(await tablet.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    expect(messagesOf(await another().signs(enrolAsked, { code, name: 'Again' }))[0]).toContain(
      'it was used',
    );
    const late = granted(await bench.asks(enrolCodeAsked)).code;
    clock.nowMs += 10 * 60_000;
    expect(messagesOf(await another().signs(enrolAsked, { code: late, name: 'Late' }))[0]).toContain(
      'ten minutes',
    );
  });

  it('that is taken out signs out whoever is at it', async () => {
    const { bench, another, technicianId } = await closedSite();
    const tablet = another('10.0.0.9');
    const { code } = granted(await bench.asks(enrolCodeAsked));
    const { deviceId } = granted(await tablet.signs(enrolAsked, { code, name: 'Tablet 2' })).told;
    granted(await tablet.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    expect((await bench.asks(peopleView)).devices.map(({ name }) => name).sort()).toEqual([
      'Bench',
      'Tablet 2',
    ]);
    const listening = await tablet.context();
    expect(await stillIn(listening)).toBe(true);
    granted(await bench.asks(revokeDeviceAsked, { id: deviceId }));
    expect(await stillIn(listening)).toBe(false);
    expect(await tablet.comes()).toMatchObject({ kind: 'out', deviceId: null });
    expect(messagesOf(await bench.asks(revokeDeviceAsked, { id: deviceId }))).toHaveLength(1);
  });
});

describe('people', () => {
  it('are let in, renamed, given another role, and leave; history keeps the name', async () => {
    const { bench, technicianId } = await closedSite();
    const change = { id: technicianId, name: 'Pell Havering-Lowe', role: 'viewer', left: false };
    granted(await bench.asks(changePersonAsked, { ...change, seenRevision: 1 }));
    expect(messagesOf(await bench.asks(changePersonAsked, { ...change, seenRevision: 1 }))[0]).toContain(
      'Somebody else has changed',
    );
    granted(await bench.asks(changePersonAsked, { ...change, seenRevision: 2, left: true }));
    const { people } = await bench.asks(peopleView);
    expect(people.find(({ id }) => id === technicianId)).toMatchObject({
      ...{ name: 'Pell Havering-Lowe', role: 'viewer', hasPin: true, leftAtMs: BEGUN_MS },
    });
    granted(await bench.signs(signOutAsked));
    expect(messagesOf(await bench.signs(signInAsked, { personId: technicianId, pin: '4071' }))).toHaveLength(
      1,
    );
  });

  it('who lose a role or a secret are signed out, and sign in anew', async () => {
    const { bench, another, technicianId } = await closedSite();
    const tablet = another('10.0.0.9');
    const { code } = granted(await bench.asks(enrolCodeAsked));
    granted(await tablet.signs(enrolAsked, { code, name: 'Tablet 2' }));
    granted(await tablet.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    const change = { id: technicianId, name: 'Pell Havering', role: 'technician', left: false };
    granted(await bench.asks(changePersonAsked, { ...change, seenRevision: 1, newPin: '90210' }));
    expect(await tablet.comes()).toMatchObject({ kind: 'out', why: 'over' });
    expect(messagesOf(await tablet.signs(signInAsked, { personId: technicianId, pin: '4071' }))).toHaveLength(
      1,
    );
    granted(await tablet.signs(signInAsked, { personId: technicianId, pin: '90210' }));
  });

  it('keep somebody who leads them', async () => {
    const { bench, leadId } = await closedSite();
    const change = { id: leadId, name: 'Ysolde Brackwater', seenRevision: 1 };
    for (const lost of [
      { role: 'technician', left: false },
      { role: 'lead', left: true },
    ])
      expect(messagesOf(await bench.asks(changePersonAsked, { ...change, ...lost }))[0]).toContain(
        'Nobody would be left to lead this site',
      );
    expect(await bench.comes()).toMatchObject({ kind: 'in', who: { role: 'lead' } });
  });

  it('take another PIN themselves, telling the one they have', async () => {
    const { bench, technicianId } = await closedSite();
    granted(await bench.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    expect(messagesOf(await bench.asks(ownSecretAsked, { secret: '0000', newPin: '90210' }))[0]).toContain(
      'present',
    );
    expect(messagesOf(await bench.asks(ownSecretAsked, { secret: '4071', newPin: '1234' }))[0]).toContain(
      'a row',
    );
    granted(await bench.asks(ownSecretAsked, { secret: '4071', newPin: '90210' }));
    expect(await bench.comes()).toMatchObject({ kind: 'in' });
    granted(await bench.signs(signInAsked, { personId: technicianId, pin: '90210' }));
  });

  it('see themselves, and a lead everybody', async () => {
    const { bench, technicianId, leadId } = await closedSite();
    expect((await bench.asks(peopleView)).people.map(({ id }) => id).sort()).toEqual(
      [leadId, technicianId].sort(),
    );
    granted(await bench.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    const own = await bench.asks(peopleView);
    expect(own).toMatchObject({ isLead: false, devices: [], people: [{ id: technicianId }] });
    expect(own.sessions.every(({ personId }) => personId === technicianId)).toBe(true);
    expect(JSON.stringify(own)).not.toContain('argon2');
  });

  it('end their own sessions anywhere, and nobody else’s', async () => {
    const { bench, another, technicianId } = await closedSite();
    const phone = another('10.0.0.9');
    granted(await phone.signs(signInAsked, { name: 'Ysolde Brackwater', password: PASSWORD }));
    const leads = (await phone.asks(peopleView)).sessionId;
    granted(await bench.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    expect(messagesOf(await bench.asks(endSessionAsked, { id: leads }))[0]).toContain('may not');
    expect(await phone.comes()).toMatchObject({ kind: 'in' });
    const own = (await bench.asks(peopleView)).sessionId;
    granted(await phone.asks(endSessionAsked, { id: own }));
    expect(await bench.comes()).toMatchObject({ kind: 'out' });
  });
});

describe('a request that names somebody', () => {
  const door = { act: 'work' } as Parameters<typeof refusedHere>[1];
  it('speaks for whoever is signed in, and for whoever was here when a reading was taken', async () => {
    const { bench, clock, leadId, technicianId, another } = await closedSite();
    const context = await bench.context();
    expect(await refusedHere(context, door, { technicianId: leadId })).toBeNull();
    const theirs = { technicianId, takenAtMs: clock.nowMs };
    expect(await refusedHere(context, door, theirs)).toMatchObject({ failure: 'may_not' });
    granted(await bench.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    clock.nowMs += 60_000;
    const takenAtMs = clock.nowMs;
    clock.nowMs += 60_000;
    granted(await bench.signs(signInAsked, { name: 'Ysolde Brackwater', password: PASSWORD }));
    const later = await bench.context();
    expect(await refusedHere(later, door, { technicianId, takenAtMs })).toBeNull();
    expect(await refusedHere(later, door, { technicianId, takenAtMs: takenAtMs + 3_600_000 })).not.toBeNull();
    const elsewhere = another('10.0.0.9');
    granted(await elsewhere.signs(signInAsked, { name: 'Ysolde Brackwater', password: PASSWORD }));
    expect(await refusedHere(await elsewhere.context(), door, { technicianId, takenAtMs })).not.toBeNull();
  });

  it('is for whoever may do what it asks', async () => {
    const { bench, technicianId } = await closedSite();
    granted(await bench.signs(signInAsked, { personId: technicianId, pin: '4071' }));
    const lead = { act: 'set_rules' } as Parameters<typeof refusedHere>[1];
    expect(
      messagesOf((await refusedHere(await bench.context(), lead, null)) ?? { ok: true, value: null }),
    ).toEqual(['A technician may not put house rules and figures in force; a lead may.']);
  });
});

describe('a cookie', () => {
  it('is read by no script, goes to no other site, and over https alone where there is one', () => {
    const cookie = { name: 'integra_session', value: 'abc', maxAgeSeconds: 60 };
    expect(cookieHeader(cookie, false)).toBe(
      'integra_session=abc; Path=/; Max-Age=60; HttpOnly; SameSite=Lax',
    );
    expect(cookieHeader(cookie, true)).toContain('; Secure');
  });

  it('is found among others, the first of a name', () => {
    expect([...cookiesIn('a=1; b=x=y;a=2; =3; c')]).toEqual([
      ['a', '1'],
      ['b', 'x=y'],
    ]);
    expect(cookiesIn(null).size).toBe(0);
  });
});

describe('a request from this very machine', () => {
  const from = (address: string, headers: Record<string, string>) =>
    isFromHere(address, (name) => headers[name]);
  it('comes from its own address by its own name', () => {
    for (const host of ['localhost:3000', '127.0.0.1:3000', '[::1]:3000', 'localhost'])
      for (const address of ['127.0.0.1', '::1', '::ffff:127.0.0.1'])
        expect(from(address, { host })).toBe(true);
    expect(from('10.0.0.9', { host: 'localhost:3000' })).toBe(false);
    expect(from('127.0.0.1', { host: 'integra.shop.example' })).toBe(false);
    expect(from('127.0.0.1', {})).toBe(false);
  });

  it('does not come through a proxy, behind which everybody would seem to', () => {
    for (const name of ['x-forwarded-for', 'forwarded', 'via', 'x-real-ip'])
      expect(from('127.0.0.1', { host: 'localhost', [name]: '10.0.0.9' })).toBe(false);
  });
});
