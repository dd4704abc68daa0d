import { useState } from 'react';
import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import { singleCells } from '@/core/correction/cell-probe';
import { gravityCorrectedTwice } from '@/core/correction/double-correction';
import { gravityAt25 } from '@/core/correction/gravity';
import { writeLine } from '@/core/instruments/line';
import { CellBars } from '@/ui/charts/cell-bars';
import { Choices } from '@/ui/choices';
import { Tick } from '@/ui/tick';
import { AskInstrument } from '../live/ask-instrument';
import { NumberEntry } from '../number-entry';
import type { NumberField } from '../number-fields';
import type { StageProps } from './stage-props';

const WAYS = [
  { value: 'gravity', label: 'Hydrometer' },
  { value: 'single', label: 'Cell probe, cell by cell' },
  { value: 'cumulative', label: 'Cell probe, from one end' },
] as const;

type WayOfReading = (typeof WAYS)[number]['value'];

/** Every cell side by side: its gravity at 25 °C, or its voltage. */
export function HydrometerStage(props: StageProps) {
  const { correcting } = props;
  const [way, setWay] = useState<WayOfReading>(correcting?.kind === 'cell_probe' ? 'single' : 'gravity');
  return (
    <div className="grid gap-3">
      <Choices legend="Read with" hideLegend name="way" choices={WAYS} chosen={way} onChoose={setWay} />
      {way === 'gravity' ? <Gravities {...props} /> : <CellVolts key={way} {...props} way={way} />}
    </div>
  );
}

const cellNames = (nominalVolts: number) =>
  Array.from({ length: nominalVolts / 2 }, (_, index) => `cell ${index + 1}`);

function Gravities({ run, spec, state, correcting, onTyping, capture }: StageProps) {
  const before = correcting?.kind === 'hydrometer' ? correcting.data : null;
  const [compensated, setCompensated] = useState(before?.compensated ?? false);
  const cells = cellNames(spec.nominalVolts);
  const fields: NumberField[] = [
    ...cells.map(
      (name, index): NumberField => ({
        name,
        label: `Cell ${index + 1}`,
        quantity: 'gravity',
        unit: '',
        initial: before?.gravities[index] ?? null,
        live: { kind: 'hydrometer', field: 'gravity', cell: index + 1 },
      }),
    ),
    {
      name: 'temperatureC',
      label: 'Acid temperature',
      quantity: 'temperatureC',
      unit: '°C',
      initial: before ? before.temperatureC : (state.evidence.openCircuit?.temperatureC ?? null),
      assumes: ASSUMED_TEMPERATURE_C,
    },
  ];
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      fields={fields}
      manyAlike
      before={
        <div className="flex flex-wrap items-center justify-between gap-3">
          <Tick checked={compensated} onChange={setCompensated}>
            The hydrometer corrects for temperature itself
          </Tick>
          <AskInstrument
            kind="hydrometer"
            label="Draw from every cell"
            lines={(name) => cells.map((_, index) => writeLine('ask', name, { cell: index + 1 }))}
          />
        </div>
      }
      capture={capture}
      onCapture={(values, by, take) =>
        take(
          'hydrometer',
          {
            gravities: cells.map((name) => values[name] ?? 0),
            temperatureC: values.temperatureC ?? null,
            compensated,
          },
          by,
        )
      }
      picture={(values) => {
        const celsius = usable(values.temperatureC ?? null);
        const at25 = (read: number) =>
          compensated ? read : gravityAt25(read, celsius ?? ASSUMED_TEMPERATURE_C);
        const warning = gravityCorrectedTwice(compensated, celsius);
        return (
          <>
            {warning && <p className="text-sm text-warn">{warning}</p>}
            <CellBars
              quantity="gravity"
              values={cells.map((name) => {
                const read = usable(values[name] ?? null);
                return read === null ? null : at25(read);
              })}
              faultySpread={run.view.rules.cells.faultySpread}
            />
          </>
        );
      }}
    />
  );
}

function CellVolts({
  run,
  spec,
  correcting,
  onTyping,
  capture,
  way,
}: StageProps & { readonly way: 'single' | 'cumulative' }) {
  const before = correcting?.kind === 'cell_probe' && way === 'single' ? correcting.data : null;
  const cells = cellNames(spec.nominalVolts);
  const fields = cells.map(
    (name, index): NumberField => ({
      name,
      label: way === 'single' ? `Cell ${index + 1}` : `To cell ${index + 1}`,
      quantity: way === 'single' ? 'cellVolts' : 'cumulativeCellVolts',
      unit: 'V',
      initial: before?.volts[index] ?? null,
      live: { kind: 'voltmeter', field: way === 'single' ? 'volts' : 'sum', cell: index + 1 },
    }),
  );
  const inSingle = (values: readonly number[]) => (way === 'single' ? [...values] : singleCells(values));
  return (
    <NumberEntry
      nominalVolts={spec.nominalVolts}
      captureLabel="Capture"
      onTyping={onTyping}
      fields={fields}
      manyAlike
      before={
        <div className="flex flex-wrap items-center justify-between gap-3">
          <p className="text-soft">
            {way === 'single'
              ? 'Both probes in neighbouring cells, one cell at a time.'
              : 'One probe stays on the negative end, the other goes on from cell to cell; each cell is the difference.'}
          </p>
          <AskInstrument
            kind="voltmeter"
            label="Probe every cell"
            lines={(name) =>
              cells.map((_, index) =>
                writeLine('ask', name, { cell: index + 1, ...(way === 'single' ? {} : { from: 'end' }) }),
              )
            }
          />
        </div>
      }
      capture={capture}
      onCapture={(values, by, take) =>
        take('cell_probe', { volts: inSingle(cells.map((name) => values[name] ?? 0)), entered: way }, by)
      }
      picture={(values) => {
        const read = cells.map((name) => usable(values[name] ?? null));
        const upTo = read.indexOf(null);
        const known = (upTo < 0 ? read : read.slice(0, upTo)).map((value) => value ?? 0);
        const single = way === 'single' ? read : cells.map((_, cell) => inSingle(known)[cell] ?? null);
        return <CellBars quantity="volts" values={single} faultySpread={run.view.rules.cells.faultySpread} />;
      }}
    />
  );
}

function usable(value: number | null): number | null {
  return value === null || Number.isNaN(value) ? null : value;
}
