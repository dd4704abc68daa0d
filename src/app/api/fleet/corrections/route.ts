import { answerTo } from '@/entry/answer-to';
import { correctInstrument, endCorrectionAsked } from '@/server/corrections';

export const PUT = (request: Request) => answerTo(request, correctInstrument);
export const DELETE = (request: Request) => answerTo(request, endCorrectionAsked);
