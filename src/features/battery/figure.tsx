/** One of the figures of an outlook, under its name. */
export function Figure({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <div>
      <dt className="text-sm text-soft">{name}</dt>
      <dd className="figures text-lg font-semibold">{children}</dd>
    </div>
  );
}
