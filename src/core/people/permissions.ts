import { ROLE_WORDS, type Role } from './roles';

/**
 * How far a role may do something. `yes` and `no` say it all; `reason`: with a reason that is kept; `own`: what they did
 * themselves; `own_today`: the same, on the day on which they did it; `second`: once a second person confirms it.
 */
export type Grant = 'yes' | 'no' | 'reason' | 'own' | 'own_today' | 'second';

interface Act {
  /** What is done, as a sentence goes on after “may”. */
  readonly words: string;
  readonly grants: Readonly<Record<Role, Grant>>;
}

const may = (words: string, technician: Grant, lead: Grant, viewer: Grant): Act => ({
  words,
  grants: { technician, lead, viewer },
});

/**
 * Everything that somebody can do, and who may. One table: the server holds every request against it, the screens hide or
 * explain by it. What each role may is for a house to decide; these are the rules of the trade.
 */
export const ACTS = {
  enter: may('sign in and out', 'yes', 'yes', 'yes'),
  look: may('look at the Floor, batteries, vehicles, runs and slips', 'yes', 'yes', 'yes'),
  work: may('start runs and checks, capture and finish', 'yes', 'yes', 'no'),
  correct_others: may('correct a reading of somebody else', 'reason', 'yes', 'no'),
  reopen_others: may('reopen what somebody else finished', 'reason', 'yes', 'no'),
  override: may('set another verdict by hand', 'reason', 'reason', 'no'),
  leave_quarantine: may('set another verdict on a battery to keep away from', 'no', 'second', 'no'),
  register: may('register and change batteries, vehicles, racks and lists', 'yes', 'yes', 'no'),
  take_back: may('take back a file or a rack', 'own_today', 'yes', 'no'),
  keep_views: may('keep a view of the fleet', 'yes', 'yes', 'no'),
  propose_rules: may('propose house rules to a lead', 'yes', 'yes', 'no'),
  set_rules: may('put house rules and figures in force', 'no', 'yes', 'no'),
  set_site: may('change the site, its costs, chargers and corrections', 'no', 'yes', 'no'),
  manage_people: may('change people, roles, devices and the keys of instruments', 'no', 'yes', 'no'),
  bring_site: may('bring in a whole site', 'no', 'yes', 'no'),
  keep_copies: may('make copies of everything and put one back', 'no', 'yes', 'no'),
  export_one: may('take out the readings of one battery or vehicle', 'yes', 'yes', 'yes'),
  export_lists: may('take out lists', 'yes', 'yes', 'no'),
  export_site: may('take out the readings of the whole site', 'no', 'yes', 'no'),
  share: may('share a slip with a customer', 'yes', 'yes', 'no'),
  read_own_journal: may('read what they did themselves', 'yes', 'yes', 'yes'),
  read_journal: may('read what everybody did', 'no', 'yes', 'no'),
} as const satisfies Readonly<Record<string, Act>>;

export type ActId = keyof typeof ACTS;

/** How far a role may do something. */
export function grantOf(role: Role, act: ActId): Grant {
  return ACTS[act].grants[role];
}

/** Whether a role may do something at all: under whatever condition. */
export function mayEver(role: Role, act: ActId): boolean {
  return grantOf(role, act) !== 'no';
}

/** Why a role may not do something, with who may: a sentence for whoever asked. */
export function whyNot(role: Role, act: ActId): string {
  const who = (Object.keys(ROLE_WORDS) as Role[])
    .filter((other) => mayEver(other, act))
    .map((other) => `a ${ROLE_WORDS[other].label.toLowerCase()}`);
  return `A ${ROLE_WORDS[role].label.toLowerCase()} may not ${ACTS[act].words}; ${who.join(' or ')} may.`;
}

/** What is asked of somebody who does a thing under a condition. */
export interface Deed {
  /** Whether they themselves did what is now undone or changed. */
  readonly own: boolean;
  /** Whether that was today, by the clock of the site. */
  readonly today: boolean;
  readonly reason: string;
  /** Whether a second person, who may do the same, confirmed it. */
  readonly confirmed: boolean;
}

/**
 * Why a deed is refused; null where it is granted.
 * @returns a sentence that says what is missing
 */
export function refusal(role: Role, act: ActId, deed: Deed): string | null {
  switch (grantOf(role, act)) {
    case 'yes':
      return null;
    case 'no':
      return whyNot(role, act);
    case 'reason':
      return deed.reason.trim() === '' ? `Say why: whoever would ${ACTS[act].words} gives a reason.` : null;
    case 'own':
      return deed.own ? null : whoseOnly(role, act);
    case 'own_today':
      return deed.own && deed.today ? null : whoseOnly(role, act);
    case 'second':
      return deed.confirmed
        ? null
        : `A second person has to confirm it: nobody may ${ACTS[act].words} alone.`;
  }
}

function whoseOnly(role: Role, act: ActId): string {
  const when = grantOf(role, act) === 'own_today' ? ', on the day itself' : '';
  return `A ${ROLE_WORDS[role].label.toLowerCase()} may ${ACTS[act].words} only where they did it themselves${when}; a lead may.`;
}
