import { answerTo } from '@/entry/answer-to';
import { endProposalAsked, proposeRules } from '@/server/rule-proposals';

export const POST = (request: Request) => answerTo(request, proposeRules);

export const DELETE = (request: Request) => answerTo(request, endProposalAsked);
