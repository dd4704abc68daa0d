/** A rule by its number, which opens beside the work where all of them are told. */
export function RuleLink({ number }: { readonly number: string }) {
  return (
    <a
      href={`/guide/verdict#rule-${number}`}
      target="_blank"
      rel="noopener"
      className="underline underline-offset-4"
    >
      Rule {number}
    </a>
  );
}
