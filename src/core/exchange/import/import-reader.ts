import { type Assessment, assess } from '../../assessment/assess';
import type { Evidence } from '../../assessment/evidence';
import { type BatterySpec, tagKey } from '../../battery/battery';
import { TAG_LENGTH } from '../../battery/battery-label';
import { isLeadAcid } from '../../battery/construction';
import { fail, type Problem, problem, type Result, succeed } from '../../quantity/result';
import type { HouseRules } from '../../rules/house-rules';
import type { CsvRows } from '../csv-blocks';
import { undefused } from '../csv-text';
import type { Header } from '../readings-csv/header';
import { LabelsRead } from '../readings-csv/label';
import { readRow } from '../readings-csv/row';
import { contradictions, type KnownBattery, onKnownBattery } from './known-battery';

/** A row that can be stored as a run, with what it comes to. */
export interface GoodRow {
  readonly ok: true;
  readonly line: number;
  readonly tag: string;
  readonly evidence: Evidence;
  readonly assessment: Assessment;
  /** When it was measured, ms UTC; null where the row does not say. */
  readonly takenAtMs: number | null;
  /** The registered battery that it belongs to; null for one that is new here. */
  readonly batteryId: string | null;
  /** Readings that could not be used although the row could. */
  readonly leftOut: readonly Problem[];
}

/** A row that is refused, with everything that is wrong with it. */
export interface BadRow {
  readonly ok: false;
  readonly line: number;
  readonly tag: string;
  readonly problems: readonly Problem[];
}

export type ImportedRow = GoodRow | BadRow;

/** Registered batteries by the key of their tag. */
export type KnownBatteries = ReadonlyMap<string, KnownBattery>;

/**
 * Reads the rows of a file of readings one block after another and judges each. It remembers the tags that it has met,
 * so that a row that says the same as an earlier one, or calls a battery by another construction, is refused.
 */
export class ImportReader {
  private readonly seen = new Map<string, { readonly line: number; readonly battery: BatterySpec }>();
  private readonly moments = new Map<string, number>();
  private readonly labels: LabelsRead;

  constructor(
    private readonly header: Header,
    private readonly rules: HouseRules,
  ) {
    this.labels = new LabelsRead(header);
  }

  /** Keys of the tags in some rows, each once, to be looked up before they are read. */
  tagKeys({ cells }: CsvRows): string[] {
    const column = this.header.at.tag;
    return [
      ...new Set(
        cells.map((row) => tagKey(undefused((row[column] ?? '').trim()))).filter((key) => key !== ''),
      ),
    ];
  }

  read({ cells, lines }: CsvRows, known: KnownBatteries): ImportedRow[] {
    return cells.map((row, index) => this.readOne(row, lines[index] ?? 0, known));
  }

  private readOne(cells: readonly string[], line: number, known: KnownBatteries): ImportedRow {
    const tag = undefused((cells[this.header.at.tag] ?? '').trim());
    const refused = (...problems: readonly Problem[]): BadRow => ({ ok: false, line, tag, problems });
    const against = known.get(tagKey(tag));
    const read = readRow(this.header, against ? this.withLabel(cells, against) : cells, this.labels);
    if (!read.ok) return refused(...read.problems);
    const takenAtMs = this.momentOf(cells);
    const doubts = [...this.againstMoments(tag, takenAtMs, line), ...againstStored(takenAtMs, against)];
    if (doubts.length > 0) return refused(...doubts);
    const { evidence: told } = read.value;
    const placed = against ? onKnownBattery(told, against) : this.onFirstRow(tag, told, line);
    if (!placed.ok) return refused(...placed.problems);
    const evidence = placed.value;
    return {
      ok: true,
      line,
      tag,
      evidence,
      assessment: assess(evidence, this.rules),
      takenAtMs,
      batteryId: against?.battery.id ?? null,
      leftOut: read.value.leftOut,
    };
  }

  /** A row need not say again what the label of a registered battery says. */
  private withLabel(cells: readonly string[], { battery }: KnownBattery): readonly string[] {
    const { construction, nominal_v: nominal } = this.header.at;
    const said = (index: number) => index < 0 || (cells[index] ?? '').trim() !== '';
    if (said(construction) && said(nominal)) return cells;
    return cells.map((cell, index) => {
      if (said(index)) return cell;
      if (index === construction && isLeadAcid(battery.type)) return battery.type;
      return index === nominal ? String(battery.nominalVolts) : cell;
    });
  }

  private momentOf(cells: readonly string[]): number | null {
    const text = (cells[this.header.at.taken_at] ?? '').trim();
    return text === '' ? null : Date.parse(text);
  }

  /**
   * A battery that is new here is registered as its first row describes it: every later row is judged by that, and
   * refused where it contradicts it.
   */
  private onFirstRow(tag: string, evidence: Evidence, line: number): Result<Evidence> {
    const key = tagKey(tag);
    const first = this.seen.get(key);
    if (!first) {
      this.seen.set(key, { line, battery: evidence.battery });
      return succeed(evidence);
    }
    const problems = contradictions(evidence.battery, first.battery, `line ${first.line} has it for ${tag}`);
    return problems.length > 0 ? fail(...problems) : succeed({ ...evidence, battery: first.battery });
  }

  private againstMoments(tag: string, takenAtMs: number | null, line: number): Problem[] {
    if (tag.length > TAG_LENGTH) return [problem('tag', tag, `at most ${TAG_LENGTH} characters`)];
    const moment = `${takenAtMs ?? ''} ${tagKey(tag)}`;
    const same = this.moments.get(moment);
    if (same !== undefined) {
      return [problem('tag', tag, `one row a battery and moment: line ${same} has this one already`)];
    }
    this.moments.set(moment, line);
    return [];
  }
}

function againstStored(takenAtMs: number | null, known: KnownBattery | undefined): Problem[] {
  if (!known || takenAtMs === null || !known.runsAtMs.includes(takenAtMs)) return [];
  const moment = new Date(takenAtMs).toISOString();
  return [
    problem('taken_at', moment, `a moment at which ${known.battery.tag} has no run yet: this one is stored`),
  ];
}
