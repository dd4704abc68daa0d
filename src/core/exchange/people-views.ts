import type { JournalBreak, JournalEntry } from '../people/journal';
import type { Role } from '../people/roles';

/** Somebody of the site, without what they sign in by. */
export interface PersonLine {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** When they left; null while they are here. */
  readonly leftAtMs: number | null;
  readonly hasPin: boolean;
  readonly hasPassword: boolean;
  readonly revision: number;
}

/** Where somebody is signed in. */
export interface SessionLine {
  readonly id: string;
  readonly personId: string;
  readonly deviceId: string | null;
  readonly address: string;
  readonly how: 'pin' | 'password' | 'passkey';
  readonly startedAtMs: number;
  readonly seenAtMs: number;
}

/** A device on which a PIN is enough. */
export interface DeviceLine {
  readonly id: string;
  readonly name: string;
  readonly enrolledAtMs: number;
  readonly enrolledById: string;
  readonly seenAtMs: number;
}

/** Who there is; all of it for a lead, for anybody else themselves and where they are signed in. */
export interface PeopleView {
  /** Nobody leads this site yet, or it is the sample one on this machine: names are chosen, nobody signs in. */
  readonly isOpen: boolean;
  readonly isLead: boolean;
  readonly actor: string | null;
  readonly sessionId: string | null;
  readonly deviceId: string | null;
  readonly people: readonly PersonLine[];
  readonly sessions: readonly SessionLine[];
  readonly devices: readonly DeviceLine[];
}

/** An act as it is shown: the device by its name where it has one. What holds the journal together stays in it. */
export type JournalLine = Omit<JournalEntry, 'before' | 'hash'>;

/** A page of the journal, the newest first; who may be asked for by name is empty for whoever sees only their own. */
export interface JournalView {
  readonly isLead: boolean;
  readonly lines: readonly JournalLine[];
  readonly people: readonly { readonly id: string; readonly name: string }[];
  /** Where the next page begins: before this number. Null on the last. */
  readonly nextBefore: number | null;
}

/** What holding the journal against its hashes came to: how many entries are sound, and the first that is not. */
export interface JournalSoundness {
  readonly entries: number;
  readonly broken: JournalBreak | null;
}

/** Somebody who can sign in by tapping their name. */
export interface NameHere {
  readonly id: string;
  readonly name: string;
  /** A PIN is enough; a lead, and whoever has none, types a password. */
  readonly byPin: boolean;
}

/** What is told before anybody has signed in: names on an enrolled device only. */
export interface SignInView {
  readonly siteName: string;
  /** What this device is called; null for one that is not enrolled. */
  readonly deviceName: string | null;
  readonly names: readonly NameHere[];
  /** What the sample shop's people sign in by, a sentence each; empty everywhere else. */
  readonly sample: readonly string[];
}

/** An address under which a customer sees one slip. */
export interface SharedAddress {
  readonly id: string;
  readonly madeById: string;
  readonly madeAtMs: number;
  readonly untilMs: number;
}

/** A passkey of whoever is signed in. */
export interface PasskeyLine {
  readonly id: string;
  readonly name: string;
  readonly madeAtMs: number;
}
