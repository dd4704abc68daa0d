import { answerWith } from '@/entry/answer-to';
import { vehiclesCsv } from '@/server/vehicles';

export const GET = () =>
  answerWith(
    async (context) =>
      new Response(await vehiclesCsv(context), {
        headers: {
          'content-type': 'text/csv; charset=utf-8',
          'content-disposition': 'attachment; filename="vehicles.csv"',
        },
      }),
  );
