'use client';

import { Command } from 'cmdk';
import { useEffect, useState } from 'react';
import type { BatteryRecord, FoundBattery } from '@/core/exchange/views';
import { fetchAnswer, problemsOf } from '@/ui/api';
import { batteryWords } from '@/ui/battery-line';
import { DialogFrame } from '@/ui/dialog-frame';
import { Key } from '@/ui/key';
import type { KeyAct } from '@/ui/keys';
import { isDoubtful } from '@/ui/page-answers';
import { useGoTo } from '@/ui/use-go-to';
import { BEGINNINGS, PLACES } from './places';

interface Props {
  readonly acts: readonly KeyAct[];
  readonly onClose: () => void;
}

/** One line of the finder: what it is known by, what it does, what it shows. */
interface Choice {
  readonly value: string;
  readonly act: () => void;
  readonly shown: React.ReactNode;
}

/** Batteries by tag or place, screens, and what can be done on the present one, all under one field. */
export default function CommandDialog({ acts, onClose }: Props) {
  const [words, setWords] = useState('');
  const { batteries, trouble, looking } = useBatteriesFor(words);
  const groups = useChoices(words, batteries, acts, onClose);
  const { chosen, waiting, choose, begin, onKeyDown } = useChosen(
    groups.flatMap(({ choices }) => choices),
    looking,
  );
  return (
    <DialogFrame
      title="Find"
      hideTitle
      className="top-[8vh] w-[min(40rem,94vw)] overflow-hidden p-0"
      onClose={onClose}
    >
      <Command
        shouldFilter={false}
        loop
        label="Find"
        value={chosen}
        onValueChange={choose}
        onKeyDown={onKeyDown}
      >
        <Command.Input
          autoFocus
          value={words}
          onValueChange={(typed) => {
            setWords(typed);
            begin();
          }}
          placeholder="Tag, place, screen, or what to do"
          className="h-16 w-full border-b bg-transparent px-5 text-xl outline-none"
        />
        <p role="status" className="px-5 pt-3 text-soft empty:hidden">
          {waiting && 'Opens once it is found …'}
        </p>
        <Command.List className="max-h-[60vh] overflow-y-auto p-2">
          <Command.Empty className="px-3 py-4 text-soft">
            {looking
              ? 'Looking …'
              : (trouble ?? 'Nothing of that name: no battery, no screen, nothing to do here.')}
          </Command.Empty>
          {groups.map((group) => (
            <Group key={group.heading} {...group} />
          ))}
        </Command.List>
      </Command>
    </DialogFrame>
  );
}

const holds = (text: string, words: string) => text.toLowerCase().includes(words.toLowerCase());

interface ChoiceGroup {
  readonly heading: string;
  readonly choices: readonly Choice[];
}

/** What the words find, in the order in which it is shown. */
function useChoices(
  words: string,
  batteries: readonly BatteryRecord[],
  acts: readonly KeyAct[],
  onClose: () => void,
): readonly ChoiceGroup[] {
  const goTo = useGoTo();
  const bears = ({ label }: { readonly label: string }) => holds(label, words.trim());
  const closing = (act: () => void) => () => {
    onClose();
    act();
  };
  return [
    {
      heading: 'Batteries',
      choices: batteries.map((battery) => ({
        value: battery.id,
        act: closing(() => goTo(`/batteries/${battery.id}`)),
        shown: (
          <>
            <span className="figures max-w-[60%] shrink-0 truncate font-semibold">{battery.tag}</span>
            <span className="min-w-0 truncate text-soft">{batteryWords(battery)}</span>
          </>
        ),
      })),
    },
    {
      heading: 'On this screen',
      choices: acts.filter(bears).map(({ key, label, act }) => ({
        value: `act ${key}`,
        act: closing(act),
        shown: (
          <>
            <span className="mr-auto">{label}</span>
            <Key>{key.toUpperCase()}</Key>
          </>
        ),
      })),
    },
    {
      heading: 'Go to',
      choices: [...PLACES, ...BEGINNINGS].filter(bears).map(({ href, label }) => ({
        value: `to ${label}`,
        act: closing(() => goTo(href)),
        shown: label,
      })),
    },
  ];
}

/**
 * Which of the choices Enter takes: the one gone to, or the first of those that stand there now, whatever stood there
 * before. An Enter that comes before what the words find waits for it: what is shown until then was found for other words.
 */
function useChosen(choices: readonly Choice[], looking: boolean) {
  const [wanted, setWanted] = useState<string | null>(null);
  const [entered, setEntered] = useState(false);
  const goneTo = choices.find(({ value }) => value === wanted);
  const chosen = goneTo ?? choices[0];
  useEffect(() => {
    if (!entered || looking) return;
    setEntered(false);
    chosen?.act();
  }, [entered, looking, chosen]);
  return {
    chosen: chosen?.value ?? '',
    waiting: entered && looking,
    choose: (value: string) => setWanted(value === choices[0]?.value ? null : value),
    begin: () => {
      setWanted(null);
      setEntered(false);
    },
    onKeyDown: (event: React.KeyboardEvent) => {
      if (event.key !== 'Enter' || event.nativeEvent.isComposing) return;
      if (!looking || goneTo || isDoubtful()) return;
      event.preventDefault();
      setEntered(true);
    },
  };
}

function Group({ heading, choices }: ChoiceGroup) {
  if (choices.length === 0) return null;
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:heading [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2"
    >
      {choices.map(({ value, act, shown }) => (
        <Command.Item
          key={value}
          value={value}
          onSelect={act}
          className="flex min-h-12 cursor-pointer items-center gap-4 rounded-md px-3 data-[selected=true]:bg-harbour-wash"
        >
          {shown}
        </Command.Item>
      ))}
    </Command.Group>
  );
}

interface Found {
  /** The words that it was found for. */
  readonly words: string;
  readonly batteries: readonly BatteryRecord[];
  readonly trouble: string | null;
}

const NOTHING_ASKED: Found = { words: '', batteries: [], trouble: null };

/**
 * Batteries whose tag or place holds the words, as the server finds them; until it has answered, those of its last answer
 * that hold them too.
 */
function useBatteriesFor(words: string): Found & { readonly looking: boolean } {
  const [found, setFound] = useState(NOTHING_ASKED);
  const asked = words.trim();
  useEffect(() => {
    let overtaken = false;
    const look = async (): Promise<Found> => {
      if (asked === '') return NOTHING_ASKED;
      const reply = await fetchAnswer<FoundBattery>(`/api/batteries/find?tag=${encodeURIComponent(asked)}`);
      if ('unreachable' in reply || !reply.ok) {
        return { words: asked, batteries: [], trouble: problemsOf(reply)[0]?.message ?? null };
      }
      const { exact, similar } = reply.value;
      return { words: asked, batteries: exact ? [exact.battery, ...similar] : similar, trouble: null };
    };
    void look().then((answer) => overtaken || setFound(answer));
    return () => {
      overtaken = true;
    };
  }, [asked]);
  const looking = found.words !== asked;
  const hold = ({ tag, place }: BatteryRecord) => holds(tag, asked) || holds(place, asked);
  return { ...found, looking, batteries: looking ? found.batteries.filter(hold) : found.batteries };
}
