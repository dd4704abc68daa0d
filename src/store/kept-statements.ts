import Connection from 'libsql';
import { LRUCache } from 'lru-cache';

type Statement = ReturnType<InstanceType<typeof Connection>['prepare']>;

/** Statements that a connection keeps ready: more than the screens of a shop ask in an hour. */
const KEPT = 300;
/** What may be asked again with other values. All else is said once, or changes what the others mean. */
const ASKED_AGAIN = /^\s*(select|insert|update|delete|with)\b/i;
/** A statement with a list of values in it is hardly ever asked with as many of them again, characters. */
const LONGEST = 6000;

/** A statement whose columns are asked of the database once: the client asks twice each time that it is carried out. */
function columnsOnce(statement: Statement): Statement {
  const ask = statement.columns.bind(statement);
  let known: ReturnType<Statement['columns']> | undefined;
  statement.columns = () => {
    known ??= ask();
    return known;
  };
  return statement;
}

const ready = new WeakMap<object, LRUCache<string, Statement>>();
const { prepare, close } = Connection.prototype;

/**
 * Has every connection of this process keep its statements ready. The driver reads each statement anew whenever it is asked, and what it
 * holds for it is let go only when rubbish is collected, which knows nothing of how much that is: under load a third of the memory of
 * the server, and a tenth of its time.
 */
export function keepStatements(): void {
  if (Connection.prototype.prepare !== prepare) return;
  Connection.prototype.prepare = function prepareOnce(this: InstanceType<typeof Connection>, text: string) {
    if (text.length > LONGEST || !ASKED_AGAIN.test(text)) {
      // A table may have become another one.
      if (!/^\s*(begin|commit|rollback|savepoint|release|explain|pragma)\b/i.test(text)) ready.delete(this);
      return prepare.call(this, text);
    }
    const kept = ready.get(this) ?? new LRUCache<string, Statement>({ max: KEPT });
    ready.set(this, kept);
    const known = kept.get(text);
    if (known) return known;
    const made = columnsOnce(prepare.call(this, text));
    kept.set(text, made);
    return made;
  } as typeof prepare;
  Connection.prototype.close = function closeWithStatements(this: InstanceType<typeof Connection>) {
    ready.delete(this);
    return close.call(this);
  };
}
