import { answerTo } from '@/server/http';
import { keepScreenChoice } from '@/server/screen';

export const PUT = (request: Request) => answerTo(request, keepScreenChoice);
