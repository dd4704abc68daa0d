import { hearQueries } from '@/store/query-plans.test-support';
import { granted, messagesOf } from '../answers.test-support';
import { stillIn } from './admission';
import { BEGUN_MS, closedSite, PASSWORD } from './browser.test-support';
import {
  changePersonAsked,
  endSessionAsked,
  enrolCodeAsked,
  ownSecretAsked,
  peopleView,
  revokeDeviceAsked,
} from './people';
import { enrolAsked, signInAsked, signOutAsked } from './sign-in';

const queries = hearQueries();
afterAll(async () => {
  expect(await queries.slowPlans()).toEqual([]);
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
      name: 'Pell Havering-Lowe',
      role: 'viewer',
      hasPin: true,
      leftAtMs: BEGUN_MS,
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
