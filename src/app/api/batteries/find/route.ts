import { findBattery } from '@/server/batteries';
import { respond } from '@/server/http';

export const GET = async (request: Request) =>
  respond(await findBattery(new URL(request.url).searchParams.get('tag') ?? ''));
