import type { StepId } from '../assessment/step-id';

/** Said under every caution. */
export const CLOSING_LINE = 'Local codes, the maker’s instructions and licensed practice decide.';

/** What can hurt at each step, said where it can hurt. Steps without an entry cannot. */
export const CAUTIONS: Readonly<Partial<Record<StepId, string>>> = {
  inspect:
    'Goggles, acid-proof gloves, apron; eyewash within reach. No flame, spark or smoking. Frozen, cracked, bulged, ' +
    'leaking, hot or smelling of rotten eggs: do not test, charge or jump it; air the room and keep away.',
  vehicle:
    'Running engine: nobody in front, hands and leads off belts and fans, exhaust outside, brake and chocks. The ' +
    'alternator’s output stud is live: disconnect before spanners.',
  crank:
    'Keep the engine from starting by pulling the fuel rather than the ignition, and reconnect it afterwards. Brake and chocks, ' +
    'hands and leads off belts and fans. 15 s at most.',
  stand: 'Nothing connected, no flame: it may still give off gas after the charge.',
  clean:
    'Goggles and gloves: the deposit is acid. Negative clamp off first and on last. No rings, insulated tools. ' +
    'Keep the caps on while brushing.',
  top_up:
    'Goggles and gloves. Water only, never acid. Sealed types are never opened. Before a charge only until the plates are covered.',
  settle:
    'Let gas clear after charging before anything is clamped or loaded. Charger off before clamps move.',
  open_circuit: 'Charger and every load off. No rings, insulated tools.',
  hydrometer:
    'Goggles and gloves: acid drips. No flame or spark over open cells. Not within 12 h of topping up: the water has not mixed yet.',
  conductance: 'Charger and every load off. No rings. Keep the clamps away from control units.',
  three_minute:
    'Goggles; air the room, no flame or spark. Charger off while clamping. Stop if it gets hot or gasses violently.',
  charge:
    'Air the room; no flame, spark or smoking. Charger off while clamping; red on first, black last. Never charge a frozen ' +
    'battery. Stop above 50 °C, sealed types above 45 °C.',
  load:
    'Goggles on; nobody leans over a battery under load. Tester off while clamping; let gas clear after charging. ' +
    '15 s at most, then let the bank cool. Stop at once below 6 V (3 V on a 6 V battery) or if a cell gasses violently.',
  recovery: 'The clamps and the bank are hot. Leave the battery alone while its voltage comes back.',
  verdict: 'Lift with a carrier; wash hands. Scrap batteries are hazardous goods.',
};
