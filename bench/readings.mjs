/** Readings of made-up batteries as CSV text, the same on every machine. */
export function writeReadings(rows) {
  const constructions = ['flooded', 'calcium', 'efb', 'agm', 'gel'];
  const standards = ['SAE', 'EN', 'DIN'];
  const header =
    'tag,nominal_v,construction,rating_standard,rating_a,c20_ah,rc_min,taken_at,temp_c,case,terminals,level,rest_min,' +
    'surface_removed,ocv_v,load_a,load_s,load_v,load_temp_c,recovery_min,recovery_v,charges_done,note';
  const lines = [header];
  for (let row = 0; row < rows; row++) {
    // Steps that share no factor walk through all combinations without a source of chance.
    const open = 11.8 + ((row * 37) % 110) / 100;
    const load = open - 1.5 - ((row * 53) % 200) / 100;
    const day = String(1 + (row % 28)).padStart(2, '0');
    lines.push(
      [
        `FH-${row}`,
        12,
        constructions[row % 5],
        standards[row % 3],
        300 + ((row * 29) % 600),
        40 + ((row * 7) % 70),
        '',
        `2026-01-${day}T08:15:00Z`,
        ((row * 11) % 41) - 10,
        'ok',
        'ok',
        'ok',
        [30, 120, 800][row % 3],
        '',
        open.toFixed(2),
        150 + ((row * 13) % 300),
        15,
        load.toFixed(2),
        '',
        '',
        '',
        0,
        'row of the yard',
      ].join(','),
    );
  }
  return `${lines.join('\n')}\n`;
}
