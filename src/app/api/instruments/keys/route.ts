import { answerTo } from '@/entry/answer-to';
import { addInstrumentAsked, endInstrumentAsked, moveInstrumentAsked } from '@/server/instruments/keys';

export const POST = (request: Request) => answerTo(request, addInstrumentAsked);

export const PUT = (request: Request) => answerTo(request, moveInstrumentAsked);

export const DELETE = (request: Request) => answerTo(request, endInstrumentAsked);
