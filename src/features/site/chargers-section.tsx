'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { CHARGE_WAYS } from '@/core/charging/charge-plan';
import type { KeptCharger } from '@/core/exchange/views';
import type { Problem } from '@/core/quantity/result';
import { problemsOf } from '@/ui/api';
import { Button, buttonClass } from '@/ui/button';
import { Link } from '@/ui/link';
import { ListTable } from '@/ui/list-table';
import { Problems } from '@/ui/problems';
import { useBarred, useSite } from '@/ui/site';
import { ChargerForm } from './charger-form';
import { factsOf, keepCharger } from './keep-charger';

const CELL = 'px-4 py-2 align-top';

/** The chargers of the site: what each can do, so that nobody has to say it again at the bench. */
export function ChargersSection() {
  const { chargers } = useSite();
  const barred = useBarred('set_site');
  const [edited, setEdited] = useState<KeptCharger | 'new' | null>(null);
  const { problems, setRetired } = useRetiring();
  const inUse = chargers.filter(({ retiredAtMs }) => retiredAtMs === null);
  const aside = chargers.filter(({ retiredAtMs }) => retiredAtMs !== null);
  return (
    <section aria-labelledby="chargers" className="mt-10 grid gap-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="chargers" className="text-xl font-semibold">
          Chargers
        </h2>
        <div className="flex flex-wrap gap-2">
          {chargers.length > 0 && (
            <Link href="/room/record" className={buttonClass('quiet')}>
              What they gave against what was set
            </Link>
          )}
          {barred === null && <Button onClick={() => setEdited('new')}>Add a charger</Button>}
        </div>
      </div>
      {barred && <p className="text-soft">{barred}</p>}
      <Problems problems={problems} />
      {inUse.length === 0 ? (
        <p className="text-soft">
          None is named yet. A charger that is here brings its current and its ways of charging along, and
          every charge says where the battery hangs.
        </p>
      ) : (
        <div className="sheet overflow-x-auto">
          <ListTable headings={['Charger', 'Gives', 'Ways', '']} cellClass={CELL}>
            {inUse.map((charger) => (
              <Row
                key={charger.id}
                charger={charger}
                onEdit={setEdited}
                onAside={() => setRetired(charger, true)}
              />
            ))}
          </ListTable>
        </div>
      )}
      {aside.length > 0 && <Aside chargers={aside} onBack={(charger) => setRetired(charger, false)} />}
      {edited && <ChargerForm charger={edited === 'new' ? null : edited} onClose={() => setEdited(null)} />}
    </section>
  );
}

/** Puts a charger aside, or takes it into use again. */
function useRetiring() {
  const router = useRouter();
  const { whoIsHere } = useSite();
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const setRetired = async (charger: KeptCharger, retired: boolean) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    const { id, revision } = charger;
    const kept = await keepCharger({
      id,
      technicianId,
      retired,
      facts: factsOf(charger),
      seenRevision: revision,
    });
    setProblems(problemsOf(kept));
    router.refresh();
  };
  return { problems, setRetired };
}

function Row({
  charger,
  onEdit,
  onAside,
}: {
  readonly charger: KeptCharger;
  readonly onEdit: (charger: KeptCharger) => void;
  readonly onAside: () => void;
}) {
  const { name, place, circuit, channels, mostAmps, leastVolts, mostVolts, modes, senses } = charger;
  const hung = [place, circuit && `circuit ${circuit}`].filter(Boolean).join(' · ');
  return (
    <tr>
      <td className={CELL}>
        <span className="block font-semibold break-words">{name}</span>
        <span className="block text-sm text-soft">{hung}</span>
      </td>
      <td className={CELL}>
        <span className="figures block whitespace-nowrap">
          {channels > 1 && `${channels} × `}
          {mostAmps} A
        </span>
        <span className="figures block text-sm whitespace-nowrap text-soft">
          {leastVolts} to {mostVolts} V
        </span>
      </td>
      <td className={CELL}>
        {modes.map((mode) => CHARGE_WAYS[mode]).join(' · ')}
        <span className="block text-sm text-soft">{senses ? 'senses the temperature' : ''}</span>
      </td>
      <td className={CELL}>
        <div className="flex justify-end whitespace-nowrap max-sm:flex-col">
          <Button onClick={() => onEdit(charger)} aria-label={`Change ${name}`}>
            Change
          </Button>
          <Button tone="quiet" onClick={onAside} aria-label={`Put ${name} aside`}>
            Put aside
          </Button>
        </div>
      </td>
    </tr>
  );
}

function Aside({
  chargers,
  onBack,
}: {
  readonly chargers: readonly KeptCharger[];
  readonly onBack: (charger: KeptCharger) => void;
}) {
  return (
    <div className="grid gap-1">
      <h3 className="heading">Put aside</h3>
      <ul className="grid gap-1">
        {chargers.map((charger) => (
          <li key={charger.id} className="flex flex-wrap items-center gap-3 text-soft">
            {charger.name}
            <Button tone="quiet" onClick={() => onBack(charger)} aria-label={`Use ${charger.name} again`}>
              Use it again
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
