/** What was done, by the door that it came through: what a request of each kind does, said as a deed. */
const DEEDS: readonly (readonly [RegExp, string])[] = [
  [/^POST \/api\/batteries$/, 'registered a battery'],
  [/^POST \/api\/batteries\/import/, 'brought in a list of batteries'],
  [/^PUT \/api\/batteries\//, 'changed a battery’s label'],
  [/^POST \/api\/runs$/, 'started a run'],
  [/^POST \/api\/runs\/[^/]+\/readings/, 'captured a reading'],
  [/^POST \/api\/runs\/[^/]+\/finish/, 'finished a run'],
  [/^POST \/api\/runs\/[^/]+\/reopen/, 'reopened a run'],
  [/^POST \/api\/runs\/[^/]+\/share/, 'shared a slip'],
  [/^DELETE \/api\/runs\/[^/]+\/share/, 'took a shared slip back'],
  [/^GET \/api\/runs\/[^/]+\/slip/, 'took out a slip'],
  [/^GET \/api\/runs\/[^/]+\/(file|trace)/, 'took out a run as a file'],
  [/^POST \/api\/checks$/, 'started a check'],
  [/^POST \/api\/checks\/[^/]+\/finish/, 'finished a check'],
  [/^POST \/api\/checks\/[^/]+\/reopen/, 'reopened a check'],
  [/^GET \/api\/checks\//, 'took out a check'],
  [/^POST \/api\/vehicles\/move/, 'moved a battery'],
  [/^POST \/api\/vehicles\/import/, 'brought in a list of vehicles'],
  [/^POST \/api\/vehicles/, 'registered or changed a vehicle'],
  [/^POST \/api\/visits\/leave/, 'ended or reopened a visit'],
  [/^POST \/api\/visits/, 'took a vehicle in'],
  [/^POST \/api\/lots\/[^/]+\/store/, 'stored a rack'],
  [/^POST \/api\/lots/, 'began a rack'],
  [/^PUT \/api\/lots\//, 'typed in a rack'],
  [/^DELETE \/api\/lots\//, 'took a rack away'],
  [/^POST \/api\/imports\/[^/]+\/undo/, 'took back what had come in'],
  [/^POST \/api\/imports/, 'brought in a file of readings'],
  [/^POST \/api\/rules\/proposals/, 'proposed house rules'],
  [/^DELETE \/api\/rules\/proposals/, 'ended a proposal of house rules'],
  [/^POST \/api\/rules/, 'put house rules in force'],
  [/^PUT \/api\/site\/sheet/, 'changed the site'],
  [/^PUT \/api\/site\/costs/, 'changed what things cost'],
  [/^POST \/api\/site/, 'brought in a site'],
  [/^GET \/api\/site/, 'took out the whole site'],
  [/^PUT \/api\/chargers/, 'changed a charger'],
  [/^PUT \/api\/room\/fan/, 'looked at the fan of the charge room'],
  [/^PUT \/api\/room\/wishes/, 'said when a battery is wanted'],
  [/^PUT \/api\/room/, 'changed the charge room'],
  [/^PUT \/api\/fleet\/corrections/, 'corrected an instrument'],
  [/^DELETE \/api\/fleet\/corrections/, 'ended a correction'],
  [/^PUT \/api\/fleet\/mornings/, 'brought in cold mornings'],
  [/^DELETE \/api\/fleet\/mornings/, 'took cold mornings away'],
  [/^(PUT|DELETE) \/api\/fleet\/views/, 'changed a view of the fleet'],
  [/^GET \/api\/(readings|fleet|batteries|vehicles|lots|labels)/, 'took out a list'],
  [/^GET \/api\/journal/, 'took out the journal'],
  [/^POST \/api\/copies\/restore/, 'put a copy back'],
  [/^POST \/api\/copies/, 'made a copy'],
  [/^POST \/api\/people\/first/, 'became the first lead'],
  [/^POST \/api\/people\/passkeys\/sign-in/, 'signed in by a passkey'],
  [/^POST \/api\/people\/passkeys/, 'made a passkey'],
  [/^DELETE \/api\/people\/passkeys/, 'took a passkey away'],
  [/^POST \/api\/people\/sign-in/, 'signed in'],
  [/^POST \/api\/people\/sign-out/, 'signed out'],
  [/^PUT \/api\/people\/own/, 'took another PIN or password'],
  [/^POST \/api\/people/, 'let somebody in'],
  [/^PUT \/api\/people/, 'changed somebody'],
  [/^DELETE \/api\/people\/sessions/, 'signed somebody out'],
  [/^POST \/api\/devices\/codes/, 'made a code for a device'],
  [/^POST \/api\/devices/, 'enrolled a device'],
  [/^DELETE \/api\/devices/, 'took a device out'],
  [/^POST \/api\/instruments\/keys/, 'gave an instrument a key'],
  [/^PUT \/api\/instruments\/keys/, 'attached an instrument to a bench'],
  [/^DELETE \/api\/instruments\/keys/, 'ended an instrument’s key'],
  [/^POST \/api\/practice\/results/, 'brought practice cases to their end'],
  [/^POST \/api\/recordings/, 'brought in a recording'],
  [/^PUT \/api\/recordings/, 'moved what was found in a recording'],
  [/^DELETE \/api\/recordings/, 'took a recording back'],
  [/^GET \/api\/recordings/, 'took out a recording'],
  [/^POST \/api\/technicians/, 'added a name'],
];

const SIGNING_IN = /^POST \/api\/people\/(passkeys\/)?sign-in/;

/**
 * What an act of the journal was, said as a deed; the door itself where it is none that has words. Signing in is the act of
 * whoever is in by it: where it is nobody’s, it was tried.
 */
export function deedWords(act: string, personId: string | null): string {
  if (personId === null && SIGNING_IN.test(act)) return 'tried to sign in, and was wrong';
  return DEEDS.find(([pattern]) => pattern.test(act))?.[1] ?? act;
}

const AN_ID = /^[0-9a-f]{8}-[0-9a-f-]{27}$/i;
/** So many things that were said are told; more would hide them. */
const MOST_TOLD = 5;

/**
 * What was said with an act, told in a line: what stands in it by name, without ids and without what lies deeper.
 * @example saidWords('{"id":"…","name":"Pell","role":"lead"}') // 'name Pell · role lead'
 */
export function saidWords(said: string): string {
  if (said.startsWith('sha256:')) return 'too long to be kept here; its hash is';
  const read = parsed(said);
  const told = read.flatMap(([name, value]) => {
    if (name === 'technicianId' || typeof value === 'object' || value === '') return [];
    const text = String(value);
    return AN_ID.test(text) ? [] : [`${name} ${text}`];
  });
  return told.slice(0, MOST_TOLD).join(' · ');
}

function parsed(said: string): [string, unknown][] {
  try {
    const value: unknown = JSON.parse(said);
    return typeof value === 'object' && value !== null ? Object.entries(value) : [];
  } catch {
    return [];
  }
}
