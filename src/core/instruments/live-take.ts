import { MOST_SAMPLES } from '../recording/recording';
import { numberField, readLine } from './line';

/**
 * A recording taken live from the lines of instruments: each voltage with the current that was said last, or the other way round, at the
 * instrument's own time where it says one (`at`), else at the moment at which the line came.
 */
export class LiveTake {
  private readonly rows: string[] = [];
  private volts: number | null = null;
  private amps: number | null = null;
  private lastS = Number.NEGATIVE_INFINITY;
  private hasVolts = false;
  private hasAmps = false;

  /** How many samples were taken. */
  get samples(): number {
    return this.rows.length;
  }

  /** What was said last. */
  get latest(): { readonly volts: number | null; readonly amps: number | null } {
    return { volts: this.volts, amps: this.amps };
  }

  /** Takes a line; what is no reading of a voltage or a current is passed over. */
  take(text: string, nowS: number): void {
    const read = readLine(text);
    if (!read.ok || read.value.verb !== 'reading' || this.rows.length >= MOST_SAMPLES) return;
    const [volts, amps] = [numberField(read.value, 'volts'), numberField(read.value, 'amps')];
    // A voltage of one cell is none of the battery's.
    if ((volts === null && amps === null) || read.value.fields.cell !== undefined) return;
    this.volts = volts ?? this.volts;
    this.amps = amps ?? this.amps;
    this.hasVolts ||= volts !== null;
    this.hasAmps ||= amps !== null;
    const atS = numberField(read.value, 'at') ?? nowS;
    if (atS <= this.lastS) return;
    this.lastS = atS;
    this.rows.push(`${Number(atS.toFixed(6))},${this.volts ?? ''},${this.amps ?? ''}`);
  }

  /** All of it as a trace, CSV. */
  csv(): string {
    const columns = ['t_s', 'v', 'i_a'].filter(
      (_, at) => at === 0 || (at === 1 ? this.hasVolts : this.hasAmps),
    );
    const rows = this.rows.map((row) => {
      const [time, volts, amps] = row.split(',');
      return [time, ...(this.hasVolts ? [volts] : []), ...(this.hasAmps ? [amps] : [])].join(',');
    });
    return `${[columns.join(','), ...rows].join('\n')}\n`;
  }
}
