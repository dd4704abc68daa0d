import { uuidv7 } from 'uuidv7';
import { answered } from '@/core/rules/schools';
import { STANDARD_RULES } from '@/core/rules/standard-rules';
import { granted, messagesOf } from './answers.test-support';
import type { Context } from './context';
import { newContext } from './context.test-support';
import { endProposalAsked, proposeRules } from './rule-proposals';
import { rulesToday, rulesView, saveRules } from './rules';
import { registerTechnician } from './technicians';

let context: Context;
const people = { lead: uuidv7(), pell: uuidv7(), maro: uuidv7() };
beforeAll(async () => {
  context = await newContext();
  await registerTechnician(context, { id: people.lead, name: 'Ysolde Brackwater' });
  await registerTechnician(context, { id: people.pell, name: 'Pell Havering' });
  await registerTechnician(context, { id: people.maro, name: 'Maro Tindell' });
});
const technician = (actor: string): Context => ({ ...context, role: 'technician', isOpen: false, actor });
const stricter = answered(STANDARD_RULES, { health: '75_70' });
const propose = async (who: string, over: Record<string, unknown> = {}) => {
  const asked = {
    id: uuidv7(),
    technicianId: who,
    rules: stricter,
    reason: ' Too many came back in January ',
  };
  return proposeRules(technician(who), { ...asked, ...over });
};
const waiting = async () => (await rulesView(context)).proposals.map(({ id }) => id);

describe('house rules that are proposed', () => {
  it('judge nothing until a lead puts them in force, and then wait no longer', async () => {
    const { id } = granted(await propose(people.pell));
    expect(await rulesToday(context)).toEqual(STANDARD_RULES);
    const [proposal] = (await rulesView(context)).proposals;
    expect(proposal).toMatchObject({ id, authorId: people.pell, reason: 'Too many came back in January' });
    granted(
      await saveRules(context, {
        rules: proposal?.rules,
        seenVersion: 0,
        reason: 'Agreed',
        technicianId: people.lead,
        proposalId: id,
      }),
    );
    expect(await rulesToday(context)).toMatchObject({ version: 1, health: stricter.health });
    expect(await waiting()).toEqual([]);
  });

  it('are taken back by whoever made them and turned down by a lead, by nobody else', async () => {
    const [first, second] = [granted(await propose(people.pell)).id, granted(await propose(people.maro)).id];
    expect(messagesOf(await endProposalAsked(technician(people.pell), { id: second }))[0]).toContain(
      'of yours',
    );
    granted(await endProposalAsked(technician(people.pell), { id: first }));
    granted(await endProposalAsked(context, { id: second }));
    expect(await waiting()).toEqual([]);
    expect(messagesOf(await endProposalAsked(context, { id: second }))).toHaveLength(1);
  });

  it('are whole, without contradictions, and few enough to be decided on', async () => {
    const upsideDown = { ...stricter, health: { ...stricter.health, watchPct: 10 } };
    expect(messagesOf(await propose(people.pell, { rules: upsideDown })).length).toBeGreaterThan(0);
    expect(messagesOf(await propose(people.pell, { reason: ' ' })).length).toBeGreaterThan(0);
    for (let at = 0; at < 50; at++) granted(await propose(people.pell));
    expect(messagesOf(await propose(people.pell))[0]).toContain('50 proposals wait already');
  });
});
