import 'server-only';
import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
} from '@simplewebauthn/server';
import { LRUCache } from 'lru-cache';
import { uuidv7 } from 'uuidv7';
import { checkShape } from '@/core/exchange/check-shape';
import type { PasskeyLine } from '@/core/exchange/people-views';
import { succeed } from '@/core/quantity/result';
import { Type } from '@/core/quantity/type';
import { tidyLine } from '@/core/quantity/written-text';
import { addPasskey, countPasskey, passkeyById, passkeysOf, removePasskey } from '@/store/passkeys';
import { personById } from '@/store/people';
import { type Answer, refused, refusedSaying } from '../answer';
import { changed } from '../changes';
import type { Context } from '../context';
import { begunSession, type Signed } from './sign-in';

const text = (most: number) => Type.String({ minLength: 1, maxLength: most });
/** What a browser answers with; more than this in it is none of ours, and is passed over. */
const Credential = {
  id: text(1400),
  rawId: text(1400),
  type: Type.Literal('public-key'),
  clientExtensionResults: Type.Object({}, { additionalProperties: true }),
};
const Made = Type.Object({
  name: Type.String({ minLength: 1, maxLength: 60, pattern: '\\S', description: 'name' }),
  credential: Type.Object({
    ...Credential,
    response: Type.Object({ clientDataJSON: text(4000), attestationObject: text(20_000) }),
  }),
});
const Used = Type.Object({
  challengeId: Type.String({ format: 'uuid' }),
  credential: Type.Object({
    ...Credential,
    response: Type.Object({
      clientDataJSON: text(4000),
      authenticatorData: text(4000),
      signature: text(4000),
    }),
  }),
});
const One = Type.Object({ id: text(1400) }, { additionalProperties: false });

/** Where somebody is as the browser knows it: a passkey is for one name of a site. */
export interface Place {
  readonly origin: string;
  /** The site's name without its port. */
  readonly rpID: string;
}

/** The place that a request comes from; null for one that says none, as no browser does. */
export function placeIn(headers: Headers): Place | null {
  const origin = headers.get('origin');
  if (origin === null || !URL.canParse(origin)) return null;
  return { origin, rpID: new URL(origin).hostname };
}

/** A challenge is good once, and for so long, ms. */
const GOOD_MS = 5 * 60_000;
// Several bundles of the server share what was asked; a restart forgets it, and it is asked anew.
const shared = globalThis as typeof globalThis & { integraChallenges?: LRUCache<string, string> };
shared.integraChallenges ??= new LRUCache({ max: 2000, ttl: GOOD_MS });
const challenges = shared.integraChallenges;

function taken(id: string): string | undefined {
  const challenge = challenges.get(id);
  challenges.delete(id);
  return challenge;
}

const NO_PLACE = 'The browser does not say where it is. Over https, or on this machine itself, it does.';

/** The passkeys of whoever is signed in. */
export async function ownPasskeys({ actor, store }: Context): Promise<PasskeyLine[]> {
  if (actor === null) return [];
  const kept = await store.read((database) => passkeysOf(database, actor));
  return kept.map(({ id, name, madeAtMs }) => ({ id, name, madeAtMs }));
}

/** What a browser is asked in order to make a passkey for whoever is signed in. */
export async function passkeyOptions(context: Context, place: Place | null): Promise<Answer<unknown>> {
  const { actor, sessionId, store } = context;
  const person = actor && sessionId ? await store.read((database) => personById(database, actor)) : undefined;
  if (!person || !sessionId) return refusedSaying('input', 'actor', 'Sign in first.');
  if (!place) return refusedSaying('input', 'origin', NO_PLACE);
  const own = await store.read((database) => passkeysOf(database, person.id));
  const options = await generateRegistrationOptions({
    rpName: 'Integra',
    rpID: place.rpID,
    userName: person.name,
    attestationType: 'none',
    userID: new TextEncoder().encode(person.id),
    excludeCredentials: own.map(({ id }) => ({ id })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  });
  challenges.set(`make ${sessionId}`, options.challenge);
  return succeed(options);
}

/** Keeps a passkey that a browser has made for whoever is signed in. */
export async function addPasskeyAsked(
  context: Context,
  place: Place | null,
  input: unknown,
): Promise<Answer<{ id: string }>> {
  const checked = checkShape(Made, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { actor, sessionId, store, now } = context;
  const expectedChallenge = taken(`make ${sessionId}`);
  if (!place || !actor || !expectedChallenge) return refusedSaying('input', 'credential', STALE);
  const verified = await verifyRegistrationResponse({
    response: checked.value.credential,
    expectedChallenge,
    expectedOrigin: place.origin,
    expectedRPID: place.rpID,
  }).catch(() => null);
  if (!verified?.verified) return refusedSaying('input', 'credential', STALE);
  const { id, publicKey, counter } = verified.registrationInfo.credential;
  await store.write((transaction) =>
    addPasskey(transaction, {
      id,
      personId: actor,
      counter,
      name: tidyLine(checked.value.name),
      madeAtMs: now(),
      publicKey: Buffer.from(publicKey).toString('base64url'),
    }),
  );
  return succeed({ id });
}

const STALE = 'The browser’s answer does not fit what it was asked, or came too late. Try it again.';

/** Takes one of one's own passkeys away. */
export async function removePasskeyAsked(context: Context, input: unknown): Promise<Answer<null>> {
  const checked = checkShape(One, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { id } = checked.value;
  const was = await context.store.write((transaction) => removePasskey(transaction, id, context.actor ?? ''));
  return was ? succeed(null) : refused('missing', 'id', id, 'a passkey of yours');
}

/** What a browser is asked in order to sign somebody in by a passkey. */
export async function passkeyChallenge(place: Place | null): Promise<Answer<unknown>> {
  if (!place) return refusedSaying('input', 'origin', NO_PLACE);
  const options = await generateAuthenticationOptions({ rpID: place.rpID, userVerification: 'required' });
  const challengeId = uuidv7();
  challenges.set(challengeId, options.challenge);
  return succeed({ challengeId, options });
}

/** Signs somebody in by a passkey: what it is of says who. */
export async function passkeySignIn(
  context: Context,
  place: Place | null,
  input: unknown,
): Promise<Signed<{ readonly personId: string }>> {
  const checked = checkShape(Used, input);
  if (!checked.ok) return { ...checked, failure: 'input' };
  const { challengeId, credential } = checked.value;
  const expectedChallenge = taken(challengeId);
  const { store } = context;
  const [passkey, person] = await store.read(async (database) => {
    const kept = await passkeyById(database, credential.id);
    return [kept, kept && (await personById(database, kept.personId))] as const;
  });
  if (!place || !expectedChallenge || !passkey || !person || person.leftAtMs !== null)
    return refusedSaying('input', 'credential', NOT_KNOWN);
  const verified = await verifyAuthenticationResponse({
    response: credential,
    expectedChallenge,
    expectedOrigin: place.origin,
    expectedRPID: place.rpID,
    credential: {
      id: passkey.id,
      counter: passkey.counter,
      publicKey: new Uint8Array(Buffer.from(passkey.publicKey, 'base64url')),
    },
  }).catch(() => null);
  if (!verified?.verified) return refusedSaying('input', 'credential', NOT_KNOWN);
  context.actsAs(person.id);
  const cookie = await store.write(async (transaction) => {
    await countPasskey(transaction, passkey.id, verified.authenticationInfo.newCounter);
    return begunSession(transaction, context, person.id, 'passkey');
  });
  changed('people');
  return succeed({ cookies: [cookie], told: { personId: person.id } });
}

const NOT_KNOWN = 'This passkey is not known here. Sign in by password, and make one under People.';
