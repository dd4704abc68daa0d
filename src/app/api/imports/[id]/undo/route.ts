import { answerTo } from '@/server/http';
import { undoImport } from '@/server/imports';

export const POST = (request: Request) => answerTo(request, undoImport);
