import fc from 'fast-check';
import { running } from '../physics/vehicle/running';
import { seededChance } from '../quantity/chance';
import { attachVehicleLine, type BenchVehicle, drawnFrom } from './attach-vehicle';
import { likelyVehicle } from './likely-vehicle';
import { readLine } from './line';
import { SimulatedVehicle } from './simulated-vehicle';

const VAN: BenchVehicle = {
  given: { engine: 'petrol_four', systemVolts: 12, regulator: 'internal', ratedAmps: 95, temperatureC: 15 },
  faults: [{ kind: 'piece', piece: 'strap', degree: 0.5 }],
  seed: 7,
};

function standing(vehicle: BenchVehicle = VAN) {
  const made = new SimulatedVehicle(seededChance(3));
  made.command(attachVehicleLine(vehicle));
  return made;
}
/** What the probes show by the second beat. */
function shown(made: SimulatedVehicle, where: string): Record<string, string> {
  made.command(`set probes ${where}`);
  made.beat();
  const [line = ''] = made.beat();
  const read = readLine(line);
  return read.ok ? { ...read.value.fields } : {};
}

it('shows what is there, within what its instruments err by', () => {
  const made = standing();
  const { postVolts } = running(drawnFrom(VAN).truth, 'fast', 'none');
  expect(Number(shown(made, 'of=fast_v').fast_v)).toBeCloseTo(postVolts, 1);
  const strap = shown(made, 'of=drop_v segment=strap');
  expect(Number(strap.drop_v)).toBeGreaterThan(0.3);
  expect(Number(strap.amps)).toBeGreaterThan(20);
  expect(Number(shown(made, 'of=drop_v segment=clamp_plus').drop_v)).toBeLessThan(0.1);
  expect(shown(made, 'of=rest_v').celsius).toBe('15');
});

it('says what is to be seen', () => {
  const torn = standing({ ...VAN, faults: [{ kind: 'belt', degree: 0.9 }] });
  expect(shown(torn, 'of=belt')).toEqual({ belt: 'torn' });
  expect(shown(torn, 'of=lamp_running')).toEqual({ lamp_running: 'on' });
});

it('shows nothing across a piece that no current flows through', () => {
  const dead = standing({ ...VAN, faults: [{ kind: 'belt', degree: 0.9 }] });
  expect(shown(dead, 'of=drop_v segment=stud')).toEqual({});
});

it('lets a draw fall with one fuse of its box, and with no other', () => {
  const drained = standing({ ...VAN, faults: [{ kind: 'parasitic_draw', degree: 0.6 }] });
  const whole = Number(shown(drained, 'of=draw_a').draw_a);
  const left = Array.from({ length: 12 }, (_, at) =>
    Number(shown(drained, `of=draw_a fuse=F${at + 1}`).draw_a),
  );
  expect(left.filter((amps) => amps < whole / 2)).toHaveLength(1);
});

it('stands before nothing until it is told, and says what it does not understand', () => {
  const made = new SimulatedVehicle(seededChance(3));
  expect(made.hello().join()).toContain('state=empty');
  made.command('set probes of=fast_v');
  expect(made.beat()).toEqual([]);
  for (const wrong of ['engine=steam', 'system=13', 'rated=0', 'faults=gremlin:0.5', 'faults=belt:7']) {
    const asked = `attach vehicle engine=petrol_four system=12 regulator=internal ${wrong}`;
    expect(made.command(asked).join()).toContain('problem=');
  }
  expect(made.truth).toBeNull();
});

it('is the same vehicle after its line as before', () => {
  const seeds = fc.integer({ min: 0, max: 1e9 });
  fc.assert(
    fc.property(seeds, (seed) => {
      const likely = likelyVehicle(
        { id: '', name: 'Van', class: 'van', site: '', engine: 'diesel_light' },
        `check ${seed}`,
      );
      if (!likely) throw new Error('it has an engine');
      const rounded = {
        ...likely,
        faults: likely.faults.map((fault) => ({ ...fault, degree: Number(fault.degree.toFixed(3)) })),
      };
      expect(standing(likely).truth).toEqual(drawnFrom(rounded));
    }),
  );
});
