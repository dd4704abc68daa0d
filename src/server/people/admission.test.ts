import { hearQueries } from '@/store/query-plans.test-support';
import { granted, messagesOf } from '../answers.test-support';
import { cookieHeader, cookiesIn } from '../cookies';
import { isFromHere } from './admission';
import { closedSite, PASSWORD } from './browser.test-support';
import { refusedHere } from './may';
import { signInAsked } from './sign-in';

const queries = hearQueries();
afterAll(async () => {
  expect(await queries.slowPlans()).toEqual([]);
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
