import { PlugZap } from 'lucide-react';
import { ActLink } from './act-link';

/** Where a battery goes on charge: the page that shows its channels. */
export const putOnPage = (tag: string) => `/room/on?${new URLSearchParams({ tag })}`;

/** The plug that leads from a battery, wherever it is listed, to a charger. */
export function PutOnLink({ tag }: { readonly tag: string }) {
  return (
    <ActLink
      act="work"
      href={putOnPage(tag)}
      tone="quiet"
      className="shrink-0"
      aria-label={`Put ${tag} on charge`}
      title="Put it on charge"
    >
      <PlugZap size={18} aria-hidden="true" />
    </ActLink>
  );
}
