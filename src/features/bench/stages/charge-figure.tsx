import { clsx } from 'clsx';

/** A figure of a charge under its name; a plain number stands larger than a moment. */
export function ChargeFigure({ name, value }: { readonly name: string; readonly value: React.ReactNode }) {
  return (
    <div>
      <dt className="heading">{name}</dt>
      <dd className={clsx('figures font-semibold', typeof value === 'string' ? 'text-2xl' : 'text-lg')}>
        {value}
      </dd>
    </div>
  );
}
