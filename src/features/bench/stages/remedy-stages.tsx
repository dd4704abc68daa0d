import { type Choice, Choices } from '@/ui/choices';
import { KeyBar, MainKey, STAGE_COLUMN } from '@/ui/key-bar';
import type { StageProps } from './stage-props';

const AFTER_CLEANING: readonly Choice<'ok' | 'corroded' | 'loose' | 'damaged'>[] = [
  { value: 'ok', label: 'Clean and tight now' },
  { value: 'corroded', label: 'Still corroded', bad: true },
  { value: 'loose', label: 'Still loose', bad: true },
  { value: 'damaged', label: 'Post damaged', bad: true },
];

/** Terminals cleaned: what they look like now decides whether readings mean anything. */
export function CleanStage({ capture }: StageProps) {
  return (
    <div className={STAGE_COLUMN}>
      <KeyBar>
        <MainKey onPress={() => capture('clean', { terminals: 'ok' })}>Clean and tight now</MainKey>
      </KeyBar>
      <Choices
        legend="Or, after cleaning"
        name="clean"
        choices={AFTER_CLEANING.slice(1)}
        chosen={null}
        onChoose={(terminals) => capture('clean', { terminals })}
      />
    </div>
  );
}

/** Water added until the plates are covered. */
export function TopUpStage({ capture }: StageProps) {
  return (
    <div className={STAGE_COLUMN}>
      <KeyBar>
        <MainKey onPress={() => capture('top_up', { level: 'ok' })}>Plates are covered now</MainKey>
      </KeyBar>
    </div>
  );
}
