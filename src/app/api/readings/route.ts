import { asked, sendFile } from '@/server/http';
import { runsCsv } from '@/server/lists';

export function GET(request: Request) {
  const wanted = { batteryId: asked(request, 'battery'), today: asked(request, 'today') !== null };
  return sendFile(runsCsv(wanted), 'readings.csv', 'text/csv; charset=utf-8');
}
