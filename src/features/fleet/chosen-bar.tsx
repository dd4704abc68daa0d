'use client';

import { Download, Tags } from 'lucide-react';
import { type FleetQuery, fleetQueryText, type ListQuestion } from '@/core/exchange/fleet-query';
import { ActLink } from '@/ui/act-link';
import { Button } from '@/ui/button';

/** What can be done with the units that are ticked, all at once. */
export function ChosenBar({
  chosen,
  asked,
  question,
  onClear,
}: {
  readonly chosen: ReadonlySet<string>;
  readonly asked: FleetQuery;
  readonly question: ListQuestion;
  readonly onClear: () => void;
}) {
  if (chosen.size === 0) return null;
  const ids = [...chosen];
  const labels = new URLSearchParams(ids.map((id) => ['battery', id]));
  const file = new URLSearchParams(fleetQueryText(asked, question));
  file.set('ask', question);
  file.set('ids', ids.join());
  return (
    <div
      role="status"
      className="no-print sticky top-0 z-20 flex flex-wrap items-center gap-3 rounded-md border-2 border-harbour bg-sheet px-4 py-2 shadow-lg"
    >
      <span className="mr-auto font-semibold">
        <span className="figures">{chosen.size}</span> chosen
      </span>
      <ActLink act="export_lists" href={`/labels?${labels}`}>
        <Tags size={18} aria-hidden="true" />
        Labels
      </ActLink>
      <ActLink act="export_lists" href={`/api/fleet?${file}`} download>
        <Download size={18} aria-hidden="true" />
        CSV of these
      </ActLink>
      <Button onClick={onClear}>None</Button>
    </div>
  );
}
