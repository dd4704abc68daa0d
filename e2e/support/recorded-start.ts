/** What is known of a van of four cylinders, whose starts are recorded: all but its id and name. */
export const PETROL_VAN = {
  class: 'van',
  site: '',
  engine: 'petrol_four',
  systemVolts: 12,
  cylinders: 4,
  alternatorAmps: 95,
  regulator: 'internal',
  joined: 'single',
  preventedBy: 'fuel_relay',
} as const;

/** A start as a recorder writes it, from sums of its own: a straight supply, four cylinders, a regulator. */
export function recordedCsv({
  supply,
  charging = 14.3,
  rate = 2000,
}: {
  readonly supply: number;
  readonly charging?: number;
  readonly rate?: number;
}): string {
  const rows = ['t_s,v,i_a'];
  for (let at = 0; at < 8 * rate; at++) {
    const now = at / rate;
    const [volts, amps] = sampleAt(now, supply, charging);
    rows.push(`${now},${Number(volts.toFixed(3))},${Number(amps.toFixed(1))}`);
  }
  return `${rows.join('\n')}\n`;
}

const CRANKED_AT = 1;
const RUNS_AT = 3.2;

function sampleAt(now: number, supply: number, charging: number): readonly [volts: number, amps: number] {
  const rest = 12.65;
  const hum = 0.02 * Math.sin(2 * Math.PI * 487 * now);
  if (now < CRANKED_AT) return [rest, 0];
  const since = now - CRANKED_AT;
  const turning =
    140 +
    420 * Math.exp(-since / 0.07) * (1 - Math.exp(-since / 0.004)) +
    (since > 0.15 ? 22 * Math.sin(2 * Math.PI * 7.4 * since) : 0);
  if (now < RUNS_AT) return [rest - supply * turning, turning];
  const after = now - RUNS_AT;
  const left = turning * Math.exp(-after / 0.04);
  if (after < 0.5) return [rest - 0.1 - supply * left, left];
  const up = 1 - Math.exp(-(after - 0.5) / 0.3);
  return [rest - 0.1 + (charging - rest + 0.1) * up + hum * up, -18 * up * Math.exp(-after / 2.5) - 2 * up];
}

/** A quarter of an hour at two samples a second: a regulator that lets go at 5:00, and a plug that lost touch at 8:20. */
export function yardCsv(): string {
  const rows = ['Elapsed (s);Battery (V)'];
  for (let at = 0; at < 1800; at++) {
    const now = at / 2;
    const volts =
      now >= 300 && now < 320 ? 12.4 : now >= 500 && now < 502 ? 0.2 : 14.1 + 0.1 * Math.sin(now / 20);
    rows.push(`${now.toFixed(1).replace('.', ',')};${volts.toFixed(2).replace('.', ',')}`);
  }
  return `${rows.join('\r\n')}\r\n`;
}
