import { sendFile } from '@/server/http';
import { runsCsv } from '@/server/lists';

export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  const asked = { batteryId: searchParams.get('battery'), today: searchParams.has('today') };
  return sendFile(runsCsv(asked), 'readings.csv', 'text/csv; charset=utf-8');
}
