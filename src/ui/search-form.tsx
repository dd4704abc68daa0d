import { Search } from 'lucide-react';
import { Button } from './button';

/** Words to look for in a list; the page at `action` is opened with them. */
export function SearchForm({
  action,
  label,
  placeholder,
  words,
}: {
  readonly action: string;
  /** In what the words are looked for. */
  readonly label: string;
  readonly placeholder: string;
  readonly words: string;
}) {
  return (
    <form className="flex min-w-0 gap-2 max-sm:w-full" action={action}>
      <label className="relative min-w-0 grow">
        <span className="sr-only">{label}</span>
        <Search size={18} aria-hidden="true" className="absolute top-1/2 left-3 -translate-y-1/2 text-soft" />
        <input
          name="q"
          defaultValue={words}
          maxLength={80}
          placeholder={placeholder}
          className="min-h-12 w-full min-w-0 rounded-md border border-line-strong bg-sheet pr-3 pl-10 sm:w-72"
        />
      </label>
      <Button type="submit">Search</Button>
    </form>
  );
}
