import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import { CheckFileSchema } from '../check/check-file';
import { RunFileSchema, readRunFile, writeRunFile } from './run-file';
import { beginSiteFile, endSiteFile, readSiteFile, SiteFileSchema } from './site-file';
import { SiteReader } from './site-reader';

const formatFile = (name: string) => readFileSync(`docs/formats/${name}`, 'utf8');

describe.each([
  ['check-1', CheckFileSchema],
  ['run-1', RunFileSchema],
  ['site-1', SiteFileSchema],
])('the format %s', (name, schema) => {
  it('has a schema in the repository that is the one the core reads by', () => {
    expect(JSON.parse(formatFile(`${name}.schema.json`))).toEqual(JSON.parse(JSON.stringify(schema)));
  });

  it('has a worked example that the published schema accepts, and refuses once it is broken', () => {
    const ajv = new Ajv2020({ strict: false, discriminator: true });
    addFormats.default(ajv);
    const validate = ajv.compile(JSON.parse(formatFile(`${name}.schema.json`)));
    const example = JSON.parse(formatFile(`${name}.example.json`));
    expect(validate(example)).toBe(true);
    expect(validate({ ...example, format: 'integra:other/1' })).toBe(false);
    expect(validate({ ...example, more: 1 })).toBe(false);
  });
});

function granted<T>(
  read: { ok: true; value: T } | { ok: false; problems: readonly { message: string }[] },
): T {
  if (!read.ok) throw new Error(read.problems.map(({ message }) => message).join('\n'));
  return read.value;
}

it('a run goes out and comes back as it was', () => {
  const run = granted(readRunFile(formatFile('run-1.example.json')));
  expect(granted(readRunFile(writeRunFile(run)))).toEqual(run);
});

it('a site goes out in pieces and comes back as it was, with a byte-order mark or without', () => {
  const site = granted(readSiteFile(formatFile('site-1.example.json')));
  const runs = site.runs.map((run) => JSON.stringify(run)).join(',\n');
  const text = `${beginSiteFile(site)}${runs}${endSiteFile()}`;
  expect(granted(readSiteFile(text))).toEqual(site);
  expect(granted(readSiteFile(`\uFEFF${text}`))).toEqual(site);
});

it('a complaint names the place, what was found and what is expected', () => {
  const site = JSON.parse(formatFile('site-1.example.json'));
  site.runs[0].readings[0].takenAtMs = 'noon';
  const read = readSiteFile(JSON.stringify(site));
  expect(read.ok ? [] : read.problems).toMatchObject([
    { field: 'runs/0/readings/0/takenAtMs', found: '"noon"', expected: expect.stringContaining('integer') },
  ]);
});

it('a site of lines has a worked example that comes to the same as the document', () => {
  const reader = new SiteReader();
  const lines = formatFile('site-1.example.jsonl').split('\n');
  const parts = lines.flatMap((line) => granted(reader.read(line)));
  granted(reader.close());
  const document = granted(readSiteFile(formatFile('site-1.example.json')));
  expect(parts.find(({ kind }) => kind === 'head')).toMatchObject({
    head: { batteries: document.batteries, technicians: document.technicians, rules: document.rules },
  });
  expect(parts.filter(({ kind }) => kind === 'run')).toHaveLength(document.runs.length);
});

it('a line of no record, or one after the end, is told by its number', () => {
  const [head = '', ...rest] = formatFile('site-1.example.jsonl').trimEnd().split('\n');
  const read = (lines: readonly string[]) => {
    const reader = new SiteReader();
    for (const line of lines) {
      const part = reader.read(line);
      if (!part.ok) return part.problems[0]?.message;
    }
    return 'sound';
  };
  expect(read([head, '{"guess":1}'])).toContain('line 2: found "guess", expected one of site, technician');
  expect(read([head, '{"__proto__":1}'])).toContain('line 2');
  expect(read([head, ...rest, '{"battery":{}}'])).toContain('nothing after the end');
  expect(read([head, ...rest])).toBe('sound');
});
