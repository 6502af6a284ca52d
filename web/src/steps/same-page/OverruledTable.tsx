/** How often coaches gave another level than the figures suggested: where that is often, band or figure says something else than their eyes. */
export function OverruledTable({
  rows,
  names,
}: {
  rows: ReadonlyArray<{ readonly checkpoint: string; readonly suggested: number; readonly overruled: number }>;
  names: Readonly<Record<string, string>>;
}) {
  if (rows.length === 0) return null;
  return (
    <section aria-label="Suggested by figures" className="mt-8" data-testid="overruled">
      <h2 className="m-0 text-head">Suggested by figures, and overruled</h2>
      <p className="m-0 mt-1 max-w-[70ch] text-small text-soft">
        How often a coach gave another level than the one that stood suggested on his screen. Where it is often, a band says
        something else than the eyes of the staff: talk about it, or change the band.
      </p>
      <table className="mt-3 border-collapse text-small">
        <thead>
          <tr className="sign text-soft">
            <th className="py-1 pe-6 text-start font-medium">Checkpoint</th>
            <th className="px-3 py-1 text-end font-medium">Suggested</th>
            <th className="px-3 py-1 text-end font-medium">Overruled</th>
            <th className="ps-3 py-1 text-end font-medium">Share</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.checkpoint} className="border-t border-rule" data-testid={`overruled-${r.checkpoint}`}>
              <th scope="row" className="py-2 pe-6 text-start font-semibold">
                {names[r.checkpoint] ?? r.checkpoint}
              </th>
              <td className="tabular px-3 text-end">{r.suggested}</td>
              <td className="tabular px-3 text-end">{r.overruled}</td>
              <td className="tabular ps-3 text-end">{Math.round((100 * r.overruled) / r.suggested)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
