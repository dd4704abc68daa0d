import { answerTo } from '@/server/http';
import { registerTechnician } from '@/server/technicians';

export const POST = (request: Request) => answerTo(request, registerTechnician);
