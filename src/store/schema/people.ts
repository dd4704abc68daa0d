import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import type { InstrumentKind } from '@/core/instruments/simulated-instruments';
import type { SubjectKind } from '@/core/people/journal';
import { uuid } from '../uuid-column';
import { moment } from './columns';
import { runs } from './runs';
import { technicians } from './shop';

const person = (name: string) => uuid(name).references(() => technicians.id);

/** Tablets and PCs that a lead has enrolled: on them a PIN is enough. Each holds a long key, of which only the hash is here. */
export const devices = sqliteTable(
  'devices',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    keyHash: text('key_hash').notNull(),
    enrolledAtMs: moment('enrolled_at_ms').notNull(),
    enrolledById: person('enrolled_by_id').notNull(),
    seenAtMs: moment('seen_at_ms').notNull(),
    revokedAtMs: moment('revoked_at_ms'),
  },
  (table) => [uniqueIndex('devices_by_key').on(table.keyHash)],
);

/** Codes that a lead shows, with which one device each is enrolled. */
export const enrolCodes = sqliteTable('enrol_codes', {
  codeHash: text('code_hash').primaryKey(),
  madeById: person('made_by_id').notNull(),
  goodUntilMs: moment('good_until_ms').notNull(),
  usedAtMs: moment('used_at_ms'),
});

/** Who signed in where, from when to when. One that ended still vouches for what was captured in it and is sent later. */
export const sessions = sqliteTable(
  'sessions',
  {
    id: uuid('id').primaryKey(),
    tokenHash: text('token_hash').notNull(),
    personId: person('person_id').notNull(),
    /** The enrolled device, where it is one. */
    deviceId: uuid('device_id').references(() => devices.id),
    address: text('address').notNull(),
    how: text('how').$type<'pin' | 'password' | 'passkey'>().notNull(),
    startedAtMs: moment('started_at_ms').notNull(),
    seenAtMs: moment('seen_at_ms').notNull(),
    endedAtMs: moment('ended_at_ms'),
  },
  (table) => [
    uniqueIndex('sessions_by_token').on(table.tokenHash),
    index('sessions_by_person').on(table.personId, table.startedAtMs),
    index('sessions_by_device').on(table.deviceId, table.startedAtMs),
  ],
);

/** Wrong secrets in a row of one person at one place: a device, or an address. */
export const wrongSecrets = sqliteTable('wrong_secrets', {
  /** Person and place. */
  key: text('key').primaryKey(),
  count: integer('count').notNull(),
  lastAtMs: moment('last_at_ms').notNull(),
});

/** Who did what: appended to, never changed. The database itself refuses to change or to delete an entry. */
export const journal = sqliteTable(
  'journal',
  {
    number: integer('number').primaryKey(),
    atMs: moment('at_ms').notNull(),
    personId: text('person_id'),
    device: text('device'),
    act: text('act').notNull(),
    subjectKind: text('subject_kind').$type<SubjectKind>(),
    subjectId: text('subject_id'),
    said: text('said').notNull(),
    reason: text('reason'),
    before: text('before').notNull(),
    hash: text('hash').notNull(),
  },
  (table) => [
    index('journal_by_subject').on(table.subjectId, table.number),
    index('journal_by_person').on(table.personId, table.number),
  ],
);

/** Keys that browsers and phones keep for a person: what is public of each. */
export const passkeys = sqliteTable(
  'passkeys',
  {
    /** As the browser names it. */
    id: text('id').primaryKey(),
    personId: person('person_id').notNull(),
    publicKey: text('public_key').notNull(),
    /** How often it was used, as it says itself: one that counts backwards was copied. */
    counter: integer('counter').notNull(),
    name: text('name').notNull(),
    madeAtMs: moment('made_at_ms').notNull(),
  },
  (table) => [index('passkeys_by_person').on(table.personId)],
);

/** Slips that customers may see by an address of their own, until it ends or is taken back. */
export const sharedSlips = sqliteTable(
  'shared_slips',
  {
    id: uuid('id').primaryKey(),
    runId: uuid('run_id')
      .notNull()
      .references(() => runs.id),
    tokenHash: text('token_hash').notNull(),
    madeById: person('made_by_id').notNull(),
    madeAtMs: moment('made_at_ms').notNull(),
    untilMs: moment('until_ms').notNull(),
    endedAtMs: moment('ended_at_ms'),
  },
  (table) => [
    uniqueIndex('shared_slips_by_token').on(table.tokenHash),
    index('shared_slips_by_run').on(table.runId),
  ],
);

/** Instruments of the shop that speak for themselves, each with a key of its own, of which only the hash is here. */
export const instrumentKeys = sqliteTable(
  'instrument_keys',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    kind: text('kind').$type<InstrumentKind>().notNull(),
    label: text('label').notNull(),
    /** The bench that it stands at; null for every one. */
    deviceId: uuid('device_id').references(() => devices.id),
    keyHash: text('key_hash').notNull(),
    addedAtMs: moment('added_at_ms').notNull(),
    endedAtMs: moment('ended_at_ms'),
  },
  (table) => [uniqueIndex('instrument_keys_by_key').on(table.keyHash)],
);

/** Practice cases that somebody brought to their debrief, for themselves on every device and for a lead. */
export const practiceResults = sqliteTable(
  'practice_results',
  {
    id: uuid('id').primaryKey(),
    personId: person('person_id').notNull(),
    atMs: moment('at_ms').notNull(),
    code: text('code').notNull(),
    title: text('title').notNull(),
    level: integer('level').notNull(),
    score: integer('score').notNull(),
    isRight: integer('is_right', { mode: 'boolean' }).notNull(),
    minutes: integer('minutes').notNull(),
  },
  (table) => [index('practice_results_by_person').on(table.personId, table.atMs)],
);
