'use client';

import { Command } from 'cmdk';
import { useEffect, useState } from 'react';
import type { BatteryRecord, FoundBattery } from '@/core/exchange/views';
import { fetchAnswer, problemsOf } from '@/ui/api';
import { batteryWords } from '@/ui/battery-line';
import { DialogFrame } from '@/ui/dialog-frame';
import { Key } from '@/ui/key';
import type { KeyAct } from '@/ui/keys';
import { useGoTo } from '@/ui/use-go-to';
import { BEGINNINGS, PLACES } from './places';

interface Props {
  readonly acts: readonly KeyAct[];
  readonly onClose: () => void;
}

/** Batteries by tag or place, screens, and what can be done on the present one, all under one field. */
export default function CommandDialog({ acts, onClose }: Props) {
  const goTo = useGoTo();
  const [words, setWords] = useState('');
  const { batteries, trouble, looking } = useBatteriesFor(words);
  const holds = (text: string) => text.toLowerCase().includes(words.trim().toLowerCase());
  const go = (href: string) => () => {
    onClose();
    goTo(href);
  };
  const places = [...PLACES, ...BEGINNINGS].filter(({ label }) => holds(label));
  const here = acts.filter(({ label }) => holds(label));
  return (
    <DialogFrame
      title="Find"
      hideTitle
      className="top-[8vh] w-[min(40rem,94vw)] overflow-hidden p-0"
      onClose={onClose}
    >
      <Command shouldFilter={false} loop label="Find">
        <Command.Input
          autoFocus
          value={words}
          onValueChange={setWords}
          placeholder="Tag, place, screen, or what to do"
          className="h-16 w-full border-b bg-transparent px-5 text-xl outline-none"
        />
        <Command.List className="max-h-[60vh] overflow-y-auto p-2">
          <Command.Empty className="px-3 py-4 text-soft">
            {looking
              ? 'Looking …'
              : (trouble ?? 'Nothing of that name: no battery, no screen, nothing to do here.')}
          </Command.Empty>
          <Group heading="Batteries">
            {batteries.map((battery) => (
              <Item key={battery.id} value={battery.id} onSelect={go(`/batteries/${battery.id}`)}>
                <span className="figures font-semibold">{battery.tag}</span>
                <span className="min-w-0 truncate text-soft">{batteryWords(battery)}</span>
              </Item>
            ))}
          </Group>
          <Group heading="On this screen">
            {here.map(({ key, label, act }) => (
              <Item
                key={key}
                value={`act ${key}`}
                onSelect={() => {
                  onClose();
                  act();
                }}
              >
                <span className="mr-auto">{label}</span>
                <Key>{key.toUpperCase()}</Key>
              </Item>
            ))}
          </Group>
          <Group heading="Go to">
            {places.map(({ href, label }) => (
              <Item key={label} value={`to ${label}`} onSelect={go(href)}>
                {label}
              </Item>
            ))}
          </Group>
        </Command.List>
      </Command>
    </DialogFrame>
  );
}

function Group({ heading, children }: { readonly heading: string; readonly children: React.ReactNode[] }) {
  if (children.length === 0) return null;
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:heading [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2"
    >
      {children}
    </Command.Group>
  );
}

interface ItemProps {
  readonly value: string;
  readonly onSelect: () => void;
  readonly children: React.ReactNode;
}

function Item({ value, onSelect, children }: ItemProps) {
  return (
    <Command.Item
      value={value}
      onSelect={onSelect}
      className="flex min-h-12 cursor-pointer items-center gap-4 rounded-md px-3 data-[selected=true]:bg-harbour-wash"
    >
      {children}
    </Command.Item>
  );
}

interface Found {
  /** The words that it was found for. */
  readonly words: string;
  readonly batteries: readonly BatteryRecord[];
  readonly trouble: string | null;
}

const NOTHING_ASKED: Found = { words: '', batteries: [], trouble: null };

/** Batteries whose tag or place holds the words; of what was asked the last is shown, and what came before it until then. */
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
  return { ...found, looking: found.words !== asked };
}
