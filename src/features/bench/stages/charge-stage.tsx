import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { ASSUMED_TEMPERATURE_C } from '@/core/assessment/reference';
import {
  CHARGE_MODES,
  CHARGE_WAYS,
  type ChargeMode,
  modeAskedFor,
  planCharge,
} from '@/core/charging/charge-plan';
import { Button } from '@/ui/button';
import { Choices } from '@/ui/choices';
import { NumberEntry } from '../number-entry';
import { PlanFigures } from './charge-plan-figures';
import { ChargerChoice, ChargerLacks, useChargersInUse } from './charger-choice';
import { OnCharge } from './on-charge';
import type { StageProps } from './stage-props';

const MODES = (Object.keys(CHARGE_WAYS) as ChargeMode[]).map((value) => ({
  value,
  label: CHARGE_WAYS[value],
}));

/** The plan of a charge, its log while it is on, and its end: what was read before it no longer says anything. */
export function ChargeStage(props: StageProps) {
  const { charge_start: charging } = props.state.current.last;
  return charging ? <OnCharge {...props} start={charging} /> : <ChargePlanned {...props} />;
}

function ChargePlanned({ run, spec, state, nowMs, onTyping, capture }: StageProps) {
  const { fullCharges } = state.current;
  const { charge, temperatureC } = state.assessment.estimates;
  const openVolts = state.evidence.openCircuit?.volts ?? null;
  const judged = modeAskedFor(state.assessment.decidedBy, openVolts, spec.nominalVolts);
  // What its readings ask for comes before what it was brought in for.
  const asked = useModeOfAddress(judged, CHARGE_MODES[spec.construction]);
  // What its voltage was before the discharge says nothing of what is in it now.
  const drained = state.evidence.discharge?.drained === true;
  const shorted = state.assessment.decidedBy === 'shorted_cell';
  const [mode, setMode] = useState<ChargeMode>(asked);
  const { inUse, first } = useChargersInUse();
  const [hanging, setHanging] = useState(first);
  const { charger, channel, senses } = hanging;
  // A charger that is known gives what it can without being asked.
  const given = (typed: number | null) => typed ?? charger?.mostAmps ?? null;
  const planFor = (chargerAmps: number | null) =>
    planCharge(spec, {
      chargePct: drained ? 0 : (charge?.pct ?? 0),
      temperatureC: temperatureC ?? ASSUMED_TEMPERATURE_C,
      chargerAmps,
      senses,
      mode,
      suspectShort: shorted,
    });
  const usual = planFor(given(null));
  return (
    <div className="grid gap-4">
      <BeforeCharging fullCharges={fullCharges} shorted={shorted} deep={asked === 'deep'} />
      {usual ? (
        <NumberEntry
          nominalVolts={spec.nominalVolts}
          captureLabel="It is on charge"
          onTyping={onTyping}
          manyAlike
          startsSomething
          before={
            <div className="grid gap-3">
              <p tabIndex={-1} data-first className="text-soft outline-none">
                Set the charger as below. The charge counts from when you say that it is on.
              </p>
              <Choices
                legend="Way of charging"
                name="mode"
                choices={MODES.filter(({ value }) => CHARGE_MODES[spec.construction].includes(value))}
                chosen={mode}
                onChoose={setMode}
              />
              <ChargerChoice inUse={inUse} hanging={hanging} onHang={setHanging} />
            </div>
          }
          fields={[
            {
              name: 'amps',
              label: 'Charger gives',
              quantity: 'smallChargingAmps',
              unit: 'A',
              initial: null,
              emptyMeans: `${usual.amps.toFixed(1)} at most`,
            },
          ]}
          picture={({ amps }) => {
            const plan = planFor(given(amps === null || Number.isNaN(amps) || amps <= 0 ? null : amps));
            return (
              plan && (
                <div className="grid gap-3">
                  <ChargerLacks charger={charger} plan={plan} />
                  <PlanFigures plan={plan} nowMs={nowMs} restMinutes={run.view.rules.surface.restMinutes} />
                </div>
              )
            );
          }}
          capture={capture}
          onCapture={({ amps }, _by, take) => {
            const plan = planFor(given(amps));
            if (!plan) return [];
            const hours = Math.round(plan.hours * 10) / 10;
            return take('charge_start', {
              mode,
              volts: Math.round(plan.absorptionVolts * 100) / 100,
              amps: Math.round(plan.amps * 10) / 10,
              hours,
              ...(senses ? { senses } : {}),
              ...(charger ? { charger: charger.id, channel } : {}),
            });
          }}
        />
      ) : (
        <p className="text-lg text-soft">
          Without a capacity or a rating no plan can be made: go by the maker’s instructions.
        </p>
      )}
      <Button tone="quiet" className="justify-self-start" onClick={() => capture('charge', { full: true })}>
        It has been charged elsewhere: full charge given
      </Button>
    </div>
  );
}

/** The way of charging that a round brought a battery in for, where its readings ask for none of their own and its type stands it. */
function useModeOfAddress(judged: ChargeMode, stands: readonly ChargeMode[]): ChargeMode {
  const asked = useSearchParams()?.get('mode');
  const meant = stands.find((mode) => mode === asked);
  return judged === 'normal' && meant ? meant : judged;
}

/** What is to be known before the charger is set. */
function BeforeCharging({
  fullCharges,
  shorted,
  deep,
}: {
  readonly fullCharges: number;
  readonly shorted: boolean;
  readonly deep: boolean;
}) {
  return (
    <>
      {fullCharges > 0 && (
        <p className="text-lg">
          {fullCharges} full {fullCharges === 1 ? 'charge has' : 'charges have'} been given in this run.
        </p>
      )}
      {shorted && (
        <p className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          One cell may be shorted. Probe the cells first; until then no more than the voltage below, or the
          others are driven with its share.
        </p>
      )}
      {deep && (
        <p className="rounded-md border border-warn bg-warn-wash px-4 py-2 text-warn">
          Deeply discharged: 0.02 to 0.05 C until 12 V, watched. If it takes none within 4 to 16 h, it is
          retired.
        </p>
      )}
    </>
  );
}
