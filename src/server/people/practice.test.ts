import { uuidv7 } from 'uuidv7';
import type { Role } from '@/core/people/roles';
import { granted, messagesOf } from '../answers.test-support';
import type { Context } from '../context';
import { newContext } from '../context.test-support';
import { addPersonAsked } from './people';
import { keepPracticeAsked, practiceView } from './practice';

let context: Context;
const people = { lead: uuidv7(), trainee: uuidv7(), other: uuidv7() };
beforeAll(async () => {
  context = { ...(await newContext()), isOpen: false, sessionId: 's' };
  const add = (id: string, name: string, role: Role) =>
    addPersonAsked(context, { id, name, role, newPassword: 'three grey gulls' });
  granted(await add(people.lead, 'Ysolde Brackwater', 'lead'));
  granted(await add(people.trainee, 'Pell Havering', 'technician'));
  granted(await add(people.other, 'Maro Tindell', 'technician'));
});
const as = (role: Role, actor: string): Context => ({ ...context, role, actor });
const attempt = (score: number, atMs: number, right = score >= 50) => ({
  id: uuidv7(),
  code: 'B1-77',
  title: 'The van that stood',
  level: 1,
  score,
  right,
  minutes: 41.4,
  atMs,
});
const keep = (who: string, attempts: readonly unknown[]) =>
  keepPracticeAsked(as('technician', who), { technicianId: who, attempts });

describe('what practice came to', () => {
  it('is kept once, summed up for a lead, and shown to nobody else', async () => {
    const [first, second] = [attempt(40, 1000), attempt(90, 2000)];
    granted(await keep(people.trainee, [first, second]));
    granted(await keep(people.trainee, [second]));
    granted(await keep(people.other, [attempt(75, 3000)]));
    const seen = await practiceView(as('lead', people.lead), null);
    expect(seen.lines).toEqual([
      { id: people.other, name: 'Maro Tindell', cases: 1, right: 1, meanScore: 75, lastMs: 3000 },
      { id: people.trainee, name: 'Pell Havering', cases: 2, right: 1, meanScore: 65, lastMs: 2000 },
    ]);
    expect(seen.attempts.map(({ score, minutes }) => [score, minutes])).toEqual([
      ...[
        [75, 41],
        [90, 41],
        [40, 41],
      ],
    ]);
    expect((await practiceView(as('lead', people.lead), people.trainee)).attempts).toHaveLength(2);
    const own = await practiceView(as('technician', people.other), people.trainee);
    expect(own.lines.map(({ name }) => name)).toEqual(['Maro Tindell']);
    expect(own.attempts.map(({ personId }) => personId)).toEqual([people.other]);
  });

  it('is kept under nobody else’s name, and not where it cannot be', async () => {
    const others = await keepPracticeAsked(as('technician', people.other), {
      technicianId: people.trainee,
      attempts: [attempt(100, 4000)],
    });
    expect(messagesOf(others)[0]).toContain('somebody else’s');
    const wrong = await keep(people.trainee, [{ ...attempt(60, 1), score: 101 }]);
    expect(messagesOf(wrong)[0]).toContain('attempts/0/score');
    expect((await practiceView(as('lead', people.lead), people.trainee)).attempts).toHaveLength(2);
  });
});
