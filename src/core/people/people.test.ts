import fc from 'fast-check';
import { deedWords, saidWords } from './act-words';
import {
  hashOfText,
  type JournalAct,
  type JournalEntry,
  JournalWalk,
  NO_ENTRY_BEFORE,
  nextEntry,
  saidOf,
} from './journal';
import { ACTS, type ActId, type Deed, grantOf, mayEver, refusal, whyNot } from './permissions';
import { ROLES } from './roles';
import { lockedUntilMs, passwordComplaint, pinComplaint } from './secrets';
import { LONGEST_SESSION_MS, sessionState, wasThere } from './session';

const ALL_ACTS = Object.keys(ACTS) as ActId[];
const nothing: Deed = { own: false, today: false, reason: '', confirmed: false };

describe('who may', () => {
  it('lets a lead do, under whatever condition, all that anybody may', () => {
    for (const act of ALL_ACTS)
      for (const role of ROLES)
        expect([act, mayEver('lead', act) || !mayEver(role, act)]).toEqual([act, true]);
  });

  it('lets a viewer look, and take out what is of one battery, and nothing else', () => {
    const may = ALL_ACTS.filter((act) => mayEver('viewer', act));
    expect(may).toEqual(['enter', 'look', 'export_one', 'read_own_journal']);
  });

  it('keeps rules, people, the whole site and its copies to leads', () => {
    const leads = ALL_ACTS.filter((act) => mayEver('lead', act) && !mayEver('technician', act));
    expect(leads).toEqual([
      ...['leave_quarantine', 'set_rules', 'set_site', 'manage_people', 'bring_site', 'keep_copies'],
      ...['export_site', 'read_journal'],
    ]);
    expect(whyNot('technician', 'set_rules')).toBe(
      'A technician may not put house rules and figures in force; a lead may.',
    );
  });

  it('asks a technician for a reason before another’s reading is put right, and a lead for none', () => {
    expect(refusal('technician', 'correct_others', nothing)).toContain('Say why');
    expect(refusal('technician', 'correct_others', { ...nothing, reason: '   ' })).toContain('Say why');
    expect(refusal('technician', 'correct_others', { ...nothing, reason: 'misread' })).toBeNull();
    expect(refusal('lead', 'correct_others', nothing)).toBeNull();
    expect(refusal('viewer', 'correct_others', { ...nothing, reason: 'misread' })).toContain('may not');
  });

  it('lets nobody leave quarantine alone, and a technician not at all', () => {
    const sure = { own: true, today: true, reason: 'vented and cooled', confirmed: true };
    expect(refusal('technician', 'leave_quarantine', sure)).toContain('may not');
    expect(refusal('lead', 'leave_quarantine', { ...sure, confirmed: false })).toContain('second person');
    expect(refusal('lead', 'leave_quarantine', sure)).toBeNull();
  });

  it('lets a technician take back only what they brought in today', () => {
    expect(refusal('technician', 'take_back', { ...nothing, own: true, today: true })).toBeNull();
    for (const deed of [
      { own: true, today: false },
      { own: false, today: true },
    ])
      expect(refusal('technician', 'take_back', { ...nothing, ...deed })).toContain('on the day itself');
    expect(refusal('lead', 'take_back', nothing)).toBeNull();
  });

  it('never grants under a condition what it grants to nobody', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ROLES),
        fc.constantFrom(...ALL_ACTS),
        fc.record({ own: fc.boolean(), today: fc.boolean(), reason: fc.string(), confirmed: fc.boolean() }),
        (role, act, deed) => {
          const refused = refusal(role, act, deed);
          if (grantOf(role, act) === 'no') expect(refused).not.toBeNull();
          if (grantOf(role, act) === 'yes') expect(refused).toBeNull();
          // What is granted to less is granted to more.
          if (refused === null)
            expect(refusal(role, act, { own: true, today: true, reason: 'x', confirmed: true })).toBeNull();
        },
      ),
    );
  });
});

describe('a secret', () => {
  it('is a PIN of 4 to 8 digits that is not the first one that is tried', () => {
    for (const pin of ['4071', '90210', '83519274']) expect(pinComplaint(pin)).toBeNull();
    for (const pin of ['', '407', '123456789', '40a1', '٤٠٧١', '0000', '1234', '9876', '4567', ' 4071'])
      expect([pin, pinComplaint(pin) === null]).toEqual([pin, false]);
  });

  it('is a password that is long rather than odd, and not its owner’s name', () => {
    expect(passwordComplaint('three grey gulls', 'Maro Tindell')).toBeNull();
    for (const word of ['short', 'aaaaaaaaaaaaaaa', 'ababababababab', 'maro tindell', 'Maro Tindell1'])
      expect([word, passwordComplaint(word, 'Maro Tindell') === null]).toEqual([word, false]);
    expect(passwordComplaint('x'.repeat(150).concat('abcdefgh'.repeat(10)), 'X')).toContain('at most');
  });

  it('that is wrong five times costs time, and ever more of it', () => {
    expect([0, 1, 4].map((wrong) => lockedUntilMs(wrong, 1000))).toEqual([null, null, null]);
    expect(lockedUntilMs(5, 1000)).toBe(31_000);
    expect(lockedUntilMs(6, 1000)).toBe(61_000);
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 10_000 }), (wrong) => {
        const until = lockedUntilMs(wrong, 0) ?? 0;
        expect(until).toBeLessThanOrEqual(lockedUntilMs(wrong + 1, 0) ?? 0);
        expect(until).toBeLessThanOrEqual(3_600_000);
      }),
    );
  });
});

describe('a session', () => {
  const begun = { startedAtMs: 0, seenAtMs: 0, endedAtMs: null };
  it('locks when nothing is done, and is over after a shift whatever is done', () => {
    expect(sessionState(begun, 29 * 60_000, 30)).toBe('open');
    expect(sessionState(begun, 30 * 60_000, 30)).toBe('locked');
    const busy = { ...begun, seenAtMs: LONGEST_SESSION_MS - 1 };
    expect(sessionState(busy, LONGEST_SESSION_MS - 1, 30)).toBe('open');
    expect(sessionState(busy, LONGEST_SESSION_MS, 30)).toBe('over');
    expect(sessionState({ ...busy, endedAtMs: 5 }, 6, 30)).toBe('over');
  });

  it('still vouches for what was captured in it and is sent later', () => {
    const ended = { startedAtMs: 1000, endedAtMs: 9000 };
    expect([0, 900, 1000, 9000, 9100, 9200].map((at) => wasThere(ended, at, 100))).toEqual([
      ...[false, true, true, true, true, false],
    ]);
    expect(wasThere({ startedAtMs: 0, endedAtMs: null }, LONGEST_SESSION_MS + 101, 100)).toBe(false);
  });
});

describe('the journal', () => {
  const act = (atMs: number): JournalAct => ({
    atMs,
    personId: 'p',
    device: 'd',
    act: 'POST /api/runs',
    subjectKind: 'run',
    subjectId: `r${atMs}`,
    said: '{}',
    reason: null,
  });
  const journal = (count: number) => {
    const entries: JournalEntry[] = [];
    for (let at = 1; at <= count; at++) entries.push(nextEntry(entries.at(-1) ?? null, act(at)));
    return entries;
  };
  const firstBreak = (entries: readonly JournalEntry[]) => {
    const walk = new JournalWalk();
    for (const entry of entries) {
      const broken = walk.take(entry);
      if (broken) return broken.number;
    }
    return null;
  };

  it('holds together as it was written', () => {
    const walk = new JournalWalk();
    for (const entry of journal(20)) expect(walk.take(entry)).toBeNull();
    expect(walk.sound()).toEqual({ entries: 20, hash: journal(20).at(-1)?.hash });
    expect(new JournalWalk().sound()).toEqual({ entries: 0, hash: NO_ENTRY_BEFORE });
  });

  it('names the first entry that was changed, taken out, put in or swapped', () => {
    const fields = [
      'atMs',
      'personId',
      'device',
      'act',
      'subjectKind',
      'subjectId',
      'said',
      'reason',
    ] as const;
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 11 }),
        fc.constantFrom(...fields),
        fc.oneof(fc.string(), fc.integer(), fc.constant(null)),
        (at, field, value) => {
          const entries = journal(12);
          const changed = { ...entries[at], [field]: value } as JournalEntry;
          fc.pre(changed[field] !== entries[at]?.[field]);
          expect(firstBreak(entries.with(at, changed))).toBe(at + 1);
          // One that carries a hash of its own breaks the one after it.
          const { hash: _hash, ...rest } = changed;
          const forged = nextEntry(entries[at - 1] ?? null, rest);
          expect(firstBreak(entries.with(at, forged))).toBe(at < 11 ? at + 2 : null);
          if (at < 11) expect(firstBreak(entries.toSpliced(at, 1))).toBe(at + 1);
        },
      ),
    );
    const [first, second, third] = journal(3) as [JournalEntry, JournalEntry, JournalEntry];
    expect(firstBreak([second, first, third])).toBe(1);
    expect(firstBreak([first, first, second])).toBe(2);
  });

  it('keeps no secret, and of what is long only its hash', () => {
    expect(
      saidOf({
        name: 'Pell',
        pin: '4071',
        dateCode: '3/24',
        nested: { password: 'x', newPin: '1', apiKey: 'k' },
      }),
    ).toBe('{"name":"Pell","dateCode":"3/24","nested":{}}');
    const long = { note: 'x'.repeat(700) };
    expect(saidOf(long)).toBe(`sha256:${hashOfText(JSON.stringify(long))}`);
    expect(saidOf(undefined)).toBe('');
    // The worked example of the standard.
    expect(hashOfText('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
  });

  it('says what was done as a deed, and what was said with it in a line', () => {
    expect(deedWords('POST /api/runs/0190/readings', 'p')).toBe('captured a reading');
    expect(deedWords('PUT /api/unheard-of', null)).toBe('PUT /api/unheard-of');
    expect(deedWords('POST /api/people/sign-in', 'p')).toBe('signed in');
    expect(deedWords('POST /api/people/sign-in', null)).toContain('was wrong');
    const said = saidOf({
      id: '01900000-0000-7000-8000-000000000001',
      technicianId: 'x',
      name: 'Pell',
      role: 'lead',
      label: { tag: 'a' },
      left: false,
      note: '',
    });
    expect(saidWords(said)).toBe('name Pell · role lead · left false');
    expect(saidWords('null')).toBe('');
    expect(saidWords('not json')).toBe('');
    expect(saidWords(saidOf({ note: 'x'.repeat(700) }))).toContain('its hash');
  });
});
