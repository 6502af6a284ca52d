import {
  AGE_GROUPS,
  anchorPictures,
  resolveSheet,
  schoolOption,
  type AgeGroup,
  type SchoolChoices,
  type Sheet,
} from '@stride-chalk/core';
import { AnchorPicture } from '../../parts/AnchorPicture.tsx';
import { bandInWords } from './band-in-words.ts';

/** The points on which coaches differ: both readings side by side, what each changes, and what this camp teaches at which age. */
export function SchoolSides({
  sheet,
  choices,
  reasons,
}: {
  sheet: Sheet;
  choices: SchoolChoices;
  reasons: Readonly<Record<string, string>>;
}) {
  return (
    <div>
      {sheet.schools.map((s) => {
        const checkpoints = sheet.checkpoints.filter((c) => c.school === s.id);
        return (
          <section
            key={s.id}
            id={`school-${s.id}`}
            aria-labelledby={`school-${s.id}-name`}
            className="break-inside-avoid border-t-2 border-ink py-4"
          >
            <h3 id={`school-${s.id}-name`} className="m-0 text-head">
              {s.question}
            </h3>
            <p className="m-0 text-small text-soft">
              {reasons[s.id] ? `Chosen by the lead: ${reasons[s.id]}` : `The sheet’s own choice: ${s.why}`}
            </p>
            <div className="mt-2 grid grid-cols-2 gap-6 max-[820px]:grid-cols-1">
              {s.options.map((o) => {
                const ages = AGE_GROUPS.filter((a) => schoolOption(sheet, s.id, a, choices) === o.id);
                return (
                  <div key={o.id} className={`border-s-4 ps-3 ${ages.length > 0 ? 'border-clay' : 'border-rule'}`}>
                    <p className="m-0 text-lead">
                      <b className="sign">{o.name}</b>{' '}
                      <span className="text-small text-soft">
                        {ages.length > 0 ? `taught at ${agesInWords(ages)}` : 'not taught here'}
                      </span>
                    </p>
                    <p className="m-0 text-small">{o.rule}</p>
                    <SchoolChanges sheet={sheet} school={s.id} option={o.id} ids={checkpoints.map((c) => c.id)} />
                  </div>
                );
              })}
            </div>
          </section>
        );
      })}
    </div>
  );
}

/** What a reading changes: the words of level 3, its bands, and how it looks. */
function SchoolChanges({ sheet, school, option, ids }: { sheet: Sheet; school: string; option: string; ids: readonly string[] }) {
  const bands = sheet.bands.filter((b) => b.school?.id === school && b.school.option === option);
  return (
    <>
      {ids.map((id) => {
        const c = sheet.checkpoints.find((x) => x.id === id)!;
        const words = c.readings?.find((r) => r.option === option)?.levels[3];
        const resolved = resolveSheet(sheet, '13-14', 'stretch', { [school]: option }).find((x) => x.id === id)!;
        const drawn = sheet.bands.some((b) => b.checkpoint === id && b.school?.id === school)
          ? anchorPictures(resolved, '13-14')
          : null;
        return (
          <div key={id} className="mt-2 flex gap-3 text-small">
            {drawn && (
              <div className="w-[84px] shrink-0">
                <AnchorPicture src={drawn[3]} hand="R" says={`${c.name}, there`} />
              </div>
            )}
            <p className="m-0">
              <b>{c.id}</b> {words}
            </p>
          </div>
        );
      })}
      {bands.length > 0 && (
        <p className="tabular m-0 mt-1 text-small text-soft">
          {bands.map((b) => `${b.checkpoint} ${bandInWords(b, 'wanted')}`).join(' · ')}
        </p>
      )}
    </>
  );
}

const agesInWords = (ages: readonly AgeGroup[]): string => `${ages[0]!.split('-')[0]} to ${ages.at(-1)!.split('-')[1]}`;
