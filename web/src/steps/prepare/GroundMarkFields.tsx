import { FOUR_CONES, type CampSettings, type GroundLayout } from '@stride-chalk/core';
import { Field } from '../../parts/Field.tsx';
import { Panel } from '../../parts/Panel.tsx';

const DISTANCES = [
  ['atRubber', 'Apart at the rubber', 0.2, 10],
  ['ahead', 'Apart further on', 0.2, 10],
  ['length', 'From one pair to the other', 0.5, 25],
] as const satisfies ReadonlyArray<readonly [keyof GroundLayout, string, number, number]>;
/** What a tape shows, and metres. */
const TAPES = { metric: { unit: 'cm', metres: 0.01 }, imperial: { unit: 'in', metres: 0.0254 } } as const;
/** The rubber is 24 in long, the front edge of the plate 17 in: Official Baseball Rules, 2.02 and 2.07 (values from memory). */
const [RUBBER, PLATE] = [0.6096, 0.4318];

/** How the four marks of the ground lie by which a film tells where a foot lands: cones as they are usual, or whatever a camp has measured. */
export function GroundMarkFields({
  units,
  marks,
  onChange,
}: {
  readonly units: CampSettings['units'];
  readonly marks: GroundLayout | null;
  readonly onChange: (marks: GroundLayout | null) => void;
}) {
  const { unit, metres } = TAPES[units];
  const shown = (of: number): number => Math.round((of / metres) * 10) / 10;
  return (
    <Panel id="ground-marks" title="Marks on the ground" className="mt-6">
      <p className="m-0 max-w-[72ch] text-small text-soft">
        Four marks in the picture tell where a foot lands: two at the rubber, two further on towards the plate, each pair square
        to the line and as far to one side of it as to the other. Lay them with a tape; the coach clicks them once a camera
        position.
      </p>
      <Field label="Which marks" className="mt-2 max-w-[430px]">
        <select
          value={marks ? 'own' : 'cones'}
          onChange={(e) => onChange(e.target.value === 'own' ? { ...FOUR_CONES, atRubber: RUBBER } : null)}
        >
          <option value="cones">
            Four cones, {shown(FOUR_CONES.atRubber)} {unit} apart, {shown(FOUR_CONES.length)} {unit} on
          </option>
          <option value="own">Others, as measured</option>
        </select>
      </Field>
      {marks && (
        <>
          <div className="mt-3 flex flex-wrap gap-3">
            {DISTANCES.map(([id, label, least, most]) => (
              <Field key={id} label={`${label}, ${unit}`}>
                <input
                  type="number"
                  required
                  step="any"
                  min={Math.ceil(least / metres)}
                  max={Math.floor(most / metres)}
                  value={marks[id] === 0 ? '' : shown(marks[id])}
                  onChange={(e) => onChange({ ...marks, [id]: Number(e.target.value) * metres })}
                  className="w-[170px]"
                />
              </Field>
            ))}
          </div>
          <p className="m-0 mt-2 max-w-[72ch] text-small text-soft">
            The corners of a rubber are {shown(RUBBER)} {unit} apart, those of the plate’s front edge {shown(PLATE)} {unit}. A
            mound is no plane: marks more than {shown(3)} {unit} on, as the plate is, give what is measured on the ground a larger
            error.
          </p>
        </>
      )}
      <p className="m-0 mt-2 text-small text-soft">Marks that are placed already are read with what stands here.</p>
    </Panel>
  );
}
