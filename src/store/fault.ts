/** What can be wrong with the database itself, as far as a person can do something about it. */
export type FaultKind =
  | 'full'
  | 'busy'
  | 'not_a_database'
  | 'damaged'
  | 'replaced'
  | 'gone'
  | 'empty'
  | 'another'
  | 'newer'
  | 'restoring'
  | 'stopping'
  | 'read_only'
  | 'unreachable'
  | 'unknown';

/** What each fault means for a person, and what to do about it. */
export const EXPLANATIONS: Readonly<Record<FaultKind, string>> = {
  full: 'The disk is full: nothing was stored. Free some space, then send it again.',
  busy: 'Another program holds the database: nothing was stored. Close it, then send it again.',
  not_a_database:
    'The database file is not a database of Integra. Move it away or name another with DATABASE_URL.',
  damaged:
    'The database is damaged: nothing more is stored in it, so that nothing gets worse. Stop Integra and put the last copy back: npm run restore.',
  replaced:
    'The database file was replaced while Integra ran: nothing was stored. Start Integra again; to put a copy back, use npm run restore.',
  gone: 'The database file is gone: nothing was stored. Put the last copy back with npm run restore; to begin anew on purpose, move the file that ends in .mark away.',
  empty:
    'The database file is empty: nothing was stored. Put the last copy back with npm run restore; to begin anew on purpose, move the empty file and the one that ends in .mark away.',
  another:
    'This is another database than the one that was kept here. If that is meant, put it there with npm run restore, which looks at it first.',
  newer:
    'A newer Integra has written this database. It is left as it is: use that version, or a copy from before.',
  restoring: 'A copy is just being put back: nothing was stored. It is sent again by itself.',
  stopping: 'Integra is just stopping: nothing was stored. It is sent again once it is back.',
  read_only:
    'The database file cannot be written: nothing was stored. Check its permissions and its folder’s.',
  unreachable: 'The database cannot be opened. Check that its folder exists and can be written.',
  unknown: 'The database did not answer as it should: nothing was stored.',
};

/** A fault of the database, with a message for a person and the driver's own as its cause. */
export class StoreFault extends Error {
  override readonly name = 'StoreFault';

  constructor(
    readonly kind: FaultKind,
    cause?: unknown,
  ) {
    super(EXPLANATIONS[kind], { cause });
  }
}

/** A row that refers to one that is not there: a technician or a battery that this store has never had. */
export class UnknownReference extends Error {
  override readonly name = 'UnknownReference';
}

/** A row that is there already. Not a fault: the caller says what it means. */
export class AlreadyThere extends Error {
  override readonly name = 'AlreadyThere';
}

/** Ends a transaction with nothing stored, for a reason that the caller knows and gets back. */
export class Rollback extends Error {
  override readonly name = 'Rollback';

  constructor(readonly reason: unknown) {
    super('taken back');
  }
}

// The open store is shared by several bundles of the server, and each has these classes once more: what an error is
// can be told by its name only.
const isNamed = (error: unknown, name: string) =>
  typeof error === 'object' && error !== null && 'name' in error && error.name === name;

export const isStoreFault = (error: unknown): error is StoreFault => isNamed(error, 'StoreFault');
export const isUnknownReference = (error: unknown): error is UnknownReference =>
  isNamed(error, 'UnknownReference');
export const isRollback = (error: unknown): error is Rollback => isNamed(error, 'Rollback');
export const isAlreadyThere = (error: unknown): error is AlreadyThere => isNamed(error, 'AlreadyThere');

/**
 * Turns whatever the driver throws into one of our own errors. The driver wraps its errors in up to three layers and
 * puts values into one of the messages, so the codes of all layers are gathered and nothing else is passed on.
 */
export function storeErrorOf(error: unknown): Error {
  if (isStoreFault(error) || isAlreadyThere(error) || isUnknownReference(error) || isRollback(error)) {
    return error;
  }
  const signs = layersOf(error).map(signOf).join(' ');
  if (/SQLITE_CONSTRAINT_(UNIQUE|PRIMARYKEY)|UNIQUE constraint failed/.test(signs)) return new AlreadyThere();
  if (/SQLITE_CONSTRAINT_FOREIGNKEY|FOREIGN KEY constraint failed/.test(signs)) return new UnknownReference();
  return new StoreFault(kindOf(signs), error);
}

function kindOf(signs: string): FaultKind {
  if (/SQLITE_FULL|database or disk is full|ENOSPC/.test(signs)) return 'full';
  if (/SQLITE_BUSY|SQLITE_LOCKED|database is locked/.test(signs)) return 'busy';
  if (/SQLITE_CORRUPT|malformed/.test(signs)) return 'damaged';
  if (/SQLITE_NOTADB|not a database/.test(signs)) return 'not_a_database';
  if (/CLIENT_CLOSED/.test(signs)) return 'stopping';
  if (/SQLITE_READONLY|readonly database/.test(signs)) return 'read_only';
  return /SQLITE_CANTOPEN|unable to open|EACCES|ENOENT|EROFS/.test(signs) ? 'unreachable' : 'unknown';
}

function layersOf(error: unknown): unknown[] {
  const layers: unknown[] = [];
  for (let layer = error; layer && layers.length < DEEPEST; ) {
    layers.push(layer);
    layer = typeof layer === 'object' && 'cause' in layer ? layer.cause : undefined;
  }
  return layers;
}

/** More layers than any driver wraps around an error; a cause that points at itself ends here. */
const DEEPEST = 6;

// Told by shape: errors of native code are not always instances of this realm's Error.
function signOf(layer: unknown): string {
  if (typeof layer !== 'object' || layer === null) return String(layer);
  const code = 'code' in layer ? String(layer.code) : '';
  const message = 'message' in layer ? String(layer.message) : '';
  return `${code} ${message}`;
}
