'use client';

import { useState } from 'react';
import type { RoomView } from '@/core/exchange/room-views';
import type { Problem } from '@/core/quantity/result';
import { isFanCheckDue } from '@/core/room/fan';
import { problemsOf, send } from '@/ui/api';
import { Button } from '@/ui/button';
import { Moment } from '@/ui/moment';
import { Problems } from '@/ui/problems';
import { useBarred, useSite } from '@/ui/site';

/** Asks for a look at the fan, and says where it stands still: what charges makes hydrogen, whatever the fan's plate promises. */
export function FanNotice({ view, nowMs }: { readonly view: RoomView; readonly nowMs: number }) {
  const { facts } = view;
  const { fan } = facts;
  const { whoIsHere } = useSite();
  const notWork = useBarred('work');
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [isSending, setSending] = useState(false);
  // A room of which nobody has said that it has a fan has none to look at.
  if ((facts.airPerHour === null && !fan) || !isFanCheckDue(fan, nowMs)) return null;
  const say = async (draws: boolean) => {
    const technicianId = whoIsHere();
    if (technicianId === null) return;
    setSending(true);
    setProblems(problemsOf(await send('/api/room/fan', { technicianId, draws }, { method: 'PUT' })));
    setSending(false);
  };
  const stands = fan?.draws === false;
  return (
    <section
      aria-label="Fan"
      className={
        stands
          ? 'grid gap-2 rounded-md border-2 border-retire bg-warn-wash px-4 py-3'
          : 'grid gap-2 rounded-md border border-line-strong bg-sheet px-4 py-3'
      }
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="min-w-64 grow">
          {stands ? (
            <strong className="text-retire">
              The fan stands still. Nothing goes on; switch off what gasses, open doors, no flame or spark.
            </strong>
          ) : (
            <>
              <strong>Does the fan draw?</strong> Hold a strip of paper before its grille.{' '}
              <span className="text-soft">
                {fan ? (
                  <>
                    Looked at last on <Moment atMs={fan.atMs} as="day" />.
                  </>
                ) : (
                  'Nobody has said so yet.'
                )}
              </span>
            </>
          )}
        </p>
        {notWork === null && (
          <div className="flex flex-wrap gap-2">
            <Button tone="main" disabled={isSending} onClick={() => void say(true)}>
              It draws
            </Button>
            {!stands && (
              <Button disabled={isSending} onClick={() => void say(false)}>
                It stands still
              </Button>
            )}
          </div>
        )}
      </div>
      <Problems problems={problems} />
    </section>
  );
}
