import { uuidv7 } from 'uuidv7';
import { ACTS, mayEver } from '@/core/people/permissions';
import { ROLES, type Role } from '@/core/people/roles';
import { granted, messagesOf } from '../answers.test-support';
import { registerBattery } from '../batteries';
import type { Context } from '../context';
import { newContext } from '../context.test-support';
import { LIMITS } from '../doors/limits';
import { captureReading, startRun } from '../runs';
import { confirmAsked } from './confirm';
import { refusedHere } from './may';
import { addPersonAsked } from './people';

let context: Context;
beforeAll(async () => {
  context = { ...(await newContext()), isOpen: false, sessionId: 's' };
});
const as = (role: Role, actor: string | null = null): Context => ({ ...context, role, actor });

describe('every door, for every role', () => {
  it('does an act that the table names', () => {
    for (const { method, path, act } of LIMITS)
      expect([method, path, Object.hasOwn(ACTS, act)]).toEqual([method, path, true]);
  });

  it.each(ROLES)(
    'lets a %s through where they may and refuses with the reason where they may not',
    async (role) => {
      for (const limits of LIMITS) {
        const refused = await refusedHere(as(role), limits, null);
        const label = `${limits.method} ${limits.path}`;
        expect([label, refused === null]).toEqual([label, mayEver(role, limits.act)]);
        if (refused) expect(messagesOf(refused)[0]).toMatch(/^A \w+ may not .*; .* may\.$/);
      }
    },
  );

  it('that writes is for no viewer, but to sign in and out and to see to themselves', () => {
    const open = LIMITS.filter(({ method, act }) => method !== 'GET' && mayEver('viewer', act));
    expect(open.map(({ method, path }) => `${method} ${path}`).sort()).toEqual([
      ...[
        'DELETE /api/people/passkeys',
        'DELETE /api/people/sessions',
        'POST /api/devices',
        'POST /api/instruments/lines',
        'POST /api/people/awake',
        'POST /api/people/first',
      ],
      ...['POST /api/people/passkeys', 'POST /api/people/passkeys/challenge'],
      ...['POST /api/people/passkeys/options', 'POST /api/people/passkeys/sign-in'],
      ...['POST /api/people/sign-in', 'POST /api/people/sign-out'],
      ...['POST /api/practice/results', 'PUT /api/people/own', 'PUT /api/screen'],
    ]);
  });

  it('that anybody comes through without having signed in tells nothing of the shop', () => {
    const open = LIMITS.filter(({ act }) => act === 'enter').map(({ method, path }) => `${method} ${path}`);
    expect(open.sort()).toEqual([
      ...[
        'GET /api/health',
        'GET /api/instruments/lines',
        'GET /api/now',
        'GET /api/people/here',
        'GET /shared/[token]',
        'GET /sign-in',
        'GET /welcome',
      ],
      ...[
        'POST /api/devices',
        'POST /api/instruments/lines',
        'POST /api/people/first',
        'POST /api/people/passkeys/challenge',
        'POST /api/people/passkeys/sign-in',
        'POST /api/people/sign-in',
        'POST /api/people/sign-out',
      ],
      'PUT /api/screen',
    ]);
  });

  it('that takes out the whole site is for leads', () => {
    const whole = LIMITS.filter(({ act }) => ['export_site', 'bring_site', 'keep_copies'].includes(act));
    expect(whole.map(({ method, path }) => `${method} ${path}`).sort()).toEqual([
      ...['GET /api/site', 'POST /api/copies', 'POST /api/copies/restore', 'POST /api/site'],
    ]);
  });
});

describe('a battery to keep away from', () => {
  const SECRET = 'three grey gulls';
  const people = { lead: uuidv7(), second: uuidv7(), viewer: uuidv7() };
  let runId = '';
  beforeAll(async () => {
    const lead = { ...context, role: 'lead' as const };
    const add = (id: string, name: string, role: Role) =>
      addPersonAsked(lead, { id, name, role, newPassword: SECRET });
    granted(await add(people.lead, 'Ysolde Brackwater', 'lead'));
    granted(await add(people.second, 'Pell Havering', 'technician'));
    granted(await add(people.viewer, 'Wenna Orlsby', 'viewer'));
    const label = {
      tag: 'Q-1',
      type: 'flooded',
      nominalVolts: 12,
      ratings: [{ standard: 'SAE', amps: 570 }],
      c20Ah: 60,
      rcMinutes: null,
      model: '',
      place: '',
      dateCode: '',
      fittedOn: null,
    };
    const batteryId = uuidv7();
    granted(await registerBattery(lead, { id: batteryId, technicianId: people.lead, label }));
    runId = granted(await startRun(lead, { id: uuidv7(), batteryId, technicianId: people.lead })).id;
    granted(
      await captureReading(
        lead,
        reading('inspection', { case: 'cracked', smell: 'none', terminals: 'ok', level: 'ok' }),
      ),
    );
  });
  let clockMs = Date.UTC(2026, 0, 12, 8);
  const reading = (kind: string, data: unknown) => {
    clockMs += 60_000;
    const envelope = {
      id: uuidv7(),
      runId,
      takenAtMs: clockMs,
      technicianId: people.lead,
      instrument: 'typed',
    };
    return { ...envelope, kind, data, forced: true, supersedesId: null, reason: null };
  };
  const override = (over: Record<string, unknown> = {}) =>
    reading('override', {
      verdict: 'retire',
      why: 'drained, rinsed and dry',
      over: 'quarantine',
      despite: 'case_cracked',
      ...over,
    });
  const confirms = (personId: string, secret = SECRET, actor: string | null = people.lead) =>
    confirmAsked(as('lead', actor), { personId, runId, secret });

  it('is taken out of quarantine by no technician, and by no lead alone', async () => {
    const technician = await captureReading(as('technician', people.second), override());
    expect(messagesOf(technician)[0]).toContain(
      'A technician may not set another verdict on a battery to keep away',
    );
    expect(messagesOf(await captureReading(as('lead', people.lead), override()))[0]).toContain(
      'A second person',
    );
    const named = override({ confirmedById: people.second });
    expect(messagesOf(await captureReading(as('lead', people.lead), named))[0]).toContain('A second person');
    // Nor is anybody named as having confirmed what needed nobody.
    const plain = override({ over: 'retire', despite: undefined, confirmedById: people.second });
    expect(messagesOf(await captureReading(as('lead', people.lead), plain))[0]).toContain('A second person');
  });

  it('is confirmed by nobody who only looks, by no wrong secret, and not by the same person', async () => {
    expect(messagesOf(await confirms(people.viewer))).toHaveLength(1);
    expect(messagesOf(await confirms(people.second, 'three grey geese'))).toHaveLength(1);
    expect(messagesOf(await confirms(people.lead))[0]).toContain('That is you');
  });

  it('is taken out by a lead with a second person, for that lead and for a few minutes', async () => {
    granted(await confirms(people.second));
    const named = () => override({ confirmedById: people.second });
    const other = await captureReading(as('lead', people.viewer), named());
    expect(messagesOf(other)[0]).toContain('A second person');
    const late = { ...as('lead', people.lead), now: () => Date.now() + 4 * 60_000 };
    expect(messagesOf(await captureReading(late, named()))[0]).toContain('A second person');
    granted(await captureReading(as('lead', people.lead), named()));
  });
});
