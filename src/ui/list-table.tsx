import { clsx } from 'clsx';

/** A table of a list: what its columns are called, and its rows. */
export function ListTable({
  headings,
  cellClass = 'px-4 py-2',
  children,
}: {
  readonly headings: readonly string[];
  /** How wide and high the cells of the headings are. */
  readonly cellClass?: string;
  readonly children: React.ReactNode;
}) {
  return (
    <table className="w-full text-left">
      <thead>
        <tr className="border-b">
          {headings.map((heading) => (
            <th key={heading} scope="col" className={clsx('heading', cellClass)}>
              {heading}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="divide-y">{children}</tbody>
    </table>
  );
}
