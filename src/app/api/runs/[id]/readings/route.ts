import { answerTo } from '@/server/http';
import { captureReading } from '@/server/runs';

export const POST = (request: Request) => answerTo(request, captureReading);
