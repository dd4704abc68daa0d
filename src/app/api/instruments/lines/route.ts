import { answerWith } from '@/entry/answer-to';
import { attendAsked, sayAsked } from '@/server/instruments/speak';

export const dynamic = 'force-dynamic';

export const GET = (request: Request) => answerWith((context) => attendAsked(context, request));

export const POST = (request: Request) => answerWith((context) => sayAsked(context, request));
