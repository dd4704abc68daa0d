import { format } from 'date-fns';
import { DATE_ORDER_WORDS, DATE_ORDERS, type DateOrder, momentFrom } from '@/core/exchange/import/dates';
import { isMoment } from '@/core/exchange/moment-text';
import { Button } from '@/ui/button';
import { useSite } from '@/ui/site';
import { type Chosen, dateOrdersOf } from './bringing';

interface Props {
  readonly chosen: Chosen;
  readonly onChoose: (order: DateOrder) => void;
}

/** How the dates of a file are read, with one of them as an example. Day and month are never guessed: they are asked for. */
export function DatesWritten({ chosen, onChoose }: Props) {
  const possible = dateOrdersOf(chosen);
  if (possible === null) return null;
  const { sample, mapping, dateOrder } = chosen;
  const texts = sample.map((cells) => (cells[mapping.indexOf('taken_at')] ?? '').trim());
  const example = texts.find((text) => text !== '' && !isMoment(text)) ?? '';
  // Where they are not all written alike, those of one order can be had; the others are refused row by row.
  const offered = possible.length === 1 ? [] : possible.length === 0 ? DATE_ORDERS : possible;
  return (
    <section aria-label="Dates" className="sheet flex flex-wrap items-center gap-3 px-4 py-3">
      <p className="mr-auto">
        {dateOrder === null ? (
          <span className="text-warn">
            {possible.length === 0 ? 'Its dates are not all written alike' : 'How are its dates written'}:{' '}
            <span className="figures">{example}</span>
            {possible.length === 0 ? '. Choose those that you want.' : '?'}
          </span>
        ) : (
          <ReadAs example={example} order={dateOrder} />
        )}
      </p>
      {offered.map((order) => (
        <Button key={order} aria-pressed={dateOrder === order} onClick={() => onChoose(order)}>
          {DATE_ORDER_WORDS[order]}
        </Button>
      ))}
    </section>
  );
}

function ReadAs({ example, order }: { readonly example: string; readonly order: DateOrder }) {
  const { zone } = useSite();
  // As a clock on the wall shows it, whatever the zone of this browser.
  const read = momentFrom(example, { order, zone: LOCAL });
  if (read === null) return <>{example} is no date in this order.</>;
  const day = format(new Date(read), 'd MMMM yyyy');
  const clock = example.includes(':') ? format(new Date(read), ', HH:mm') : ', noon';
  return (
    <>
      <span className="figures">{example}</span> is read as {day}
      {clock}, {zone}.
    </>
  );
}

const LOCAL = Intl.DateTimeFormat().resolvedOptions().timeZone;
