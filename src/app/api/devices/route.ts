import { answerSigning, answerTo } from '@/entry/answer-to';
import { revokeDeviceAsked } from '@/server/people/people';
import { enrolAsked } from '@/server/people/sign-in';

export const POST = (request: Request) => answerSigning(request, enrolAsked);
export const DELETE = (request: Request) => answerTo(request, revokeDeviceAsked);
