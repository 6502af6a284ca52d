import { FIGURES, formatEstimate, type Estimate, type FigureChange } from '@stride-chalk/core';

/** A change with its sign, and the smallest one that would be more than the error. */
const signed = (e: Estimate): string => (e.value > 0 ? `+${formatEstimate(e)}` : formatEstimate(e));
/** A number with its unit, to the digit that its quarter has. */
const only = (value: number, unit: Estimate['unit']): string => {
  const [number, unitOf] = formatEstimate({ value, sd: value / 4, unit }).split('\u00a0±\u00a0');
  return `${number}${unitOf!.replace(/^[\d.]+/, '')}`;
};

const inFrames = (count: number): string => (count === 1 ? '1 frame' : `${count} frames`);

/** What changed, and what did not, figure by figure. */
export function ChangeTable({ changes, rate }: { changes: readonly FigureChange[]; rate: number | null }) {
  if (changes.length === 0)
    return <p className="m-0 text-body">No figure is measured in both yet: key frames and joints are confirmed at the bench.</p>;
  const more = changes.filter((c) => c.more);
  const same = changes.filter((c) => !c.more);
  return (
    <>
      <Rows title={`Changed by more than the error: ${more.length}`} changes={more} rate={rate} />
      <Rows title={`Not more than the error: ${same.length}`} changes={same} rate={rate} />
      <p className="m-0 mt-3 max-w-[900px] text-small text-soft">
        A change counts when it is larger than what this camper’s own deliveries differ by within a day, and than the error of
        measuring (95 %; Weir 2005, Hopkins 2000). “Not more” does not say that nothing changed: it says that these films can not
        tell.{' '}
        {changes.some((c) => !c.ownSpreadKnown) &&
          'Where a star stands only the error of measuring is known: measure a second delivery of a day.'}
      </p>
    </>
  );
}

function Rows({ title, changes, rate }: { title: string; changes: readonly FigureChange[]; rate: number | null }) {
  if (changes.length === 0) return <h3 className="m-0 mt-4 text-lead font-semibold">{title}</h3>;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={title}>
      <table className="mt-4 w-full border-collapse text-small">
        <caption className="pb-1 text-start text-lead font-semibold">{title}</caption>
        <thead>
          <tr className="sign text-small text-soft">
            <th className="py-1 text-start font-medium">Figure</th>
            <th className="px-3 py-1 text-end font-medium max-[640px]:px-1">Before</th>
            <th className="px-3 py-1 text-end font-medium">After</th>
            <th className="px-3 py-1 text-end font-medium">Change</th>
            <th className="py-1 text-end font-medium">More than the error from</th>
          </tr>
        </thead>
        <tbody>
          {changes.map((c) => (
            <tr key={c.figure} className="border-t border-rule" data-testid={`change-${c.figure}`} data-more={c.more}>
              <th scope="row" className="py-[7px] text-start font-semibold">
                {FIGURES[c.figure].name}
              </th>
              <td className="tabular px-3 text-end">{formatEstimate(c.before)}</td>
              <td className="tabular px-3 text-end">{formatEstimate(c.after)}</td>
              <td className={`tabular px-3 text-end ${c.more ? 'text-body font-bold' : ''}`}>
                {signed(c.change)}
                {c.change.unit === 'seconds' && rate ? ` (${inFrames(Math.round(Math.abs(c.change.value) * rate))})` : ''}
              </td>
              <td className="tabular text-end text-soft">
                {only(c.detectable, c.change.unit)}
                {c.ownSpreadKnown ? '' : ' *'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
