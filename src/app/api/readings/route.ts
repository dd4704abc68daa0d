import { sendFile } from '@/server/http';
import { runsCsv } from '@/server/lists';

export async function GET(request: Request) {
  const battery = new URL(request.url).searchParams.get('battery');
  return sendFile(runsCsv(battery), 'readings.csv', 'text/csv; charset=utf-8');
}
