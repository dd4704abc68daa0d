import { EXAMPLES } from '@/core/exchange/examples';
import { Button } from '@/ui/button';
import { saveFile } from '@/ui/save-file';

/** Saves a small file of a kind, to begin from. */
export function ExampleKey({ of }: { readonly of: keyof typeof EXAMPLES }) {
  const { name, text } = EXAMPLES[of];
  return (
    <Button tone="quiet" className="-my-2" onClick={() => saveFile(name, `\uFEFF${text}`, 'text/csv')}>
      An example
    </Button>
  );
}
