import { answerWith } from '@/entry/answer-to';
import { listenToInstruments, tellInstruments } from '@/server/instruments/listen';

export const dynamic = 'force-dynamic';

export const GET = (request: Request) => answerWith((context) => listenToInstruments(context, request));

export const POST = (request: Request) => answerWith((context) => tellInstruments(context, request));
