import { AlertTriangle, Check, Search } from 'lucide-react';
import type { Meaning } from '@/core/recording/meaning';

const MARKS = {
  sound: { icon: Check, look: 'text-serve', word: 'in order' },
  look: { icon: Search, look: 'text-warn', word: 'to be looked at' },
  bad: { icon: AlertTriangle, look: 'text-retire', word: 'wrong' },
} as const;
const ORDER = ['bad', 'look', 'sound'] as const;

/** What a recording means, what is wrong first. */
export function MeaningList({ meanings }: { readonly meanings: readonly Meaning[] }) {
  if (meanings.length === 0) return null;
  return (
    <section aria-label="What it means" className="grid gap-2">
      <h2 className="heading">What it means</h2>
      <ul className="grid gap-1">
        {[...meanings]
          .sort((one, other) => ORDER.indexOf(one.weight) - ORDER.indexOf(other.weight))
          .map(({ weight, text }) => {
            const { icon: Icon, look, word } = MARKS[weight];
            return (
              <li key={text} className="flex items-baseline gap-2">
                <Icon size={16} aria-label={word} className={`shrink-0 translate-y-0.5 ${look}`} />
                <span>{text}</span>
              </li>
            );
          })}
      </ul>
    </section>
  );
}
