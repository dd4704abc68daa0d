import { listenToInstruments, tellInstruments } from '@/server/instruments';

export const dynamic = 'force-dynamic';

export function GET(request: Request): Promise<Response> {
  return listenToInstruments(request);
}

export function POST(request: Request): Promise<Response> {
  return tellInstruments(request);
}
