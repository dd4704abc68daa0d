/** A number that can be read from across the bench, under its name. */
export function Figure({ name, children }: { readonly name: string; readonly children: string }) {
  return (
    <p>
      <span className="heading block">{name}</span>
      <span className="figures text-4xl font-semibold whitespace-nowrap">{children}</span>
    </p>
  );
}
