import type { CheckState } from '@/core/circuit/check-of-readings';
import { FUSE_LENGTH } from '@/core/steps/check/data';
import { checkValueWords } from '@/core/steps/check/parts';
import { Field, INPUT } from '@/ui/field';
import { useLive } from '../bench/live/use-live';

/** Which fuse is pulled while the draw is read, and what each that was pulled has taken off it. */
export function FuseWalk({
  state: { evidence, assessment },
  fuse,
  onFuse,
}: {
  readonly state: CheckState;
  readonly fuse: string;
  readonly onFuse: (fuse: string) => void;
}) {
  const shownFor = useLive((there) => there.word('probes', 'fuse'));
  if (evidence.measured.draw_a === undefined)
    return <p className="text-soft">First with every fuse in; then pull one after another.</p>;
  return (
    <div className="grid gap-3">
      <div className="max-w-sm">
        <Field
          label="Fuse that is pulled"
          hint="As it is called in the box: F12, radio. Empty with every fuse in. Put each back before the next."
        >
          {(control) => (
            <input
              {...control}
              value={fuse}
              maxLength={FUSE_LENGTH}
              onChange={({ target }) => onFuse(target.value)}
              autoComplete="off"
              className={`figures ${INPUT}`}
            />
          )}
        </Field>
      </div>
      {fuse !== '' && shownFor === fuse && <p className="figures text-soft">shown for {shownFor}</p>}
      {evidence.fuses.length > 0 && (
        <table aria-label="Draw by fuse" className="w-full max-w-lg">
          <thead>
            <tr className="border-b text-left text-sm text-soft">
              <th scope="col">Pulled</th>
              <th scope="col" className="text-right">
                left
              </th>
              <th scope="col" className="text-right">
                off the draw
              </th>
            </tr>
          </thead>
          <tbody>
            {evidence.fuses.map(({ fuse: pulled, amps }) => {
              const circuit = assessment.circuits.find((one) => one.fuse === pulled);
              return (
                <tr key={pulled} className={circuit ? 'font-semibold' : 'text-soft'}>
                  <td className="break-all">{pulled}</td>
                  <td className="figures text-right">{checkValueWords('draw_a', amps)}</td>
                  <td className="figures text-right">
                    {circuit ? checkValueWords('draw_a', circuit.dropAmps) : 'nothing'}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </div>
  );
}
