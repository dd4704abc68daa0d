import type { InstrumentKind } from '@/core/instruments/simulated-instruments';
import { Button } from '@/ui/button';
import { useLink, useLive } from './use-live';

interface Props {
  readonly kind: InstrumentKind;
  readonly label: string;
  /** What it is told, by its name. */
  readonly lines: (name: string) => readonly string[];
}

/** The key of an instrument that is read when it is asked to; nothing where there is none. */
export function AskInstrument({ kind, label, lines }: Props) {
  const link = useLink();
  const name = useLive((there) => there.find(kind)?.name);
  const written = useLive((there) => there.find(kind)?.label);
  if (!link || !name) return null;
  return (
    <Button onClick={() => link.send(lines(name).join('\n'))}>
      {written}: {label}
    </Button>
  );
}
