import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import Connection from 'libsql';
import { keepStatements } from './kept-statements';

keepStatements();

const newConnection = () =>
  new Connection(join(mkdtempSync(join(tmpdir(), 'integra-statements-')), 'x.db'), {});

describe('statements that a connection keeps ready', () => {
  it('are read once a connection, and give each time what is there then', () => {
    const [one, other] = [newConnection(), newConnection()];
    for (const connection of [one, other]) connection.exec('create table t (n integer unique)');
    const count = 'select count(*) as n from t';
    const first = one.prepare(count);
    expect(first.all([])).toEqual([{ n: 0 }]);
    one.prepare('insert into t values (?)').run([7]);
    expect(one.prepare(count)).toBe(first);
    expect(one.prepare(count).all([])).toEqual([{ n: 1 }]);
    expect(other.prepare(count)).not.toBe(first);
    expect(other.prepare(count).all([])).toEqual([{ n: 0 }]);
  });

  it('go on after one of them was refused', () => {
    const connection = newConnection();
    connection.exec('create table t (n integer unique)');
    const insert = 'insert into t values (?)';
    connection.prepare(insert).run([1]);
    expect(() => connection.prepare(insert).run([1])).toThrow(/UNIQUE/);
    connection.prepare(insert).run([2]);
    expect(connection.prepare('select n from t order by n').all([])).toEqual([{ n: 1 }, { n: 2 }]);
  });

  it('see the columns that a table has been given since', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'integra-statements-')), 'x.db');
    const client = createClient({ url: `file:${file}`, concurrency: 1 });
    await client.execute('create table t (n integer)');
    await client.execute('insert into t values (1)');
    const all = async () => (await client.execute('select * from t')).columns;
    expect(await all()).toEqual(['n']);
    await client.execute("alter table t add column word text default 'new'");
    expect(await all()).toEqual(['n', 'word']);
    expect((await client.execute('select * from t')).rows[0]).toMatchObject({ n: 1, word: 'new' });
    client.close();
  });

  it('see what another connection has changed in the shape of a table', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'integra-statements-')), 'x.db');
    const [client, other] = [0, 1].map(() => createClient({ url: `file:${file}`, concurrency: 1 }));
    await client?.execute('create table t (n integer)');
    await client?.execute('insert into t (n) values (1)');
    const asked = 'select n from t where n = ?';
    expect((await client?.execute({ sql: asked, args: [1] }))?.rows).toHaveLength(1);
    await other?.execute('create index t_by_n on t (n)');
    await other?.execute('insert into t (n) values (1)');
    expect((await client?.execute({ sql: asked, args: [1] }))?.rows).toHaveLength(2);
    client?.close();
    other?.close();
  });
});
