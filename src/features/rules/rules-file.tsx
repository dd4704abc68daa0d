import { useRef, useState } from 'react';
import { readRulesFile, writeRulesFile } from '@/core/exchange/rules-file';
import type { Problem } from '@/core/quantity/result';
import type { HouseRules } from '@/core/rules/house-rules';
import { Button } from '@/ui/button';
import { Problems } from '@/ui/problems';
import { saveFile } from '@/ui/save-file';

interface Props {
  readonly current: HouseRules;
  readonly onImport: (rules: HouseRules) => void;
}

/** A file of rules is small; a larger one is something else. */
const LARGEST_FILE = 1_000_000;

/** House rules out to a file, and in from one: what comes in is a draft until somebody puts it in force. */
export function RulesFile({ current, onImport }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const take = async (file: File) => {
    if (file.size > LARGEST_FILE) {
      setProblems([
        {
          field: 'file',
          found: `${file.size} bytes`,
          expected: `at most ${LARGEST_FILE}`,
          message: `file: found ${file.size} bytes, expected house rules of at most ${LARGEST_FILE}`,
        },
      ]);
      return;
    }
    const read = readRulesFile(await file.text());
    setProblems(read.ok ? [] : read.problems);
    if (read.ok) onImport(read.value);
  };
  return (
    <div className="grid justify-items-end gap-2">
      <div className="flex flex-wrap gap-3">
        <Button onClick={() => save(current)}>Export</Button>
        <Button onClick={() => input.current?.click()}>Import as a draft</Button>
        <input
          ref={input}
          type="file"
          accept=".json,application/json"
          aria-label="File of house rules"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            event.target.value = '';
            if (file) void take(file);
          }}
        />
      </div>
      <Problems problems={problems} />
    </div>
  );
}

/** Lets the browser save rules as a file. */
export function save(rules: HouseRules): void {
  saveFile(`${rules.id}-${rules.version}.rules.json`, writeRulesFile(rules), 'application/json');
}
