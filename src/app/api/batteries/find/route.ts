import { findBattery } from '@/server/batteries';
import { answerLook, asked } from '@/server/http';

export const GET = (request: Request) => answerLook(request, () => findBattery(asked(request, 'tag') ?? ''));
