/** The phases along the chalk line, each a way to its page; and what belongs to the whole sheet. */
export function SheetLine({
  places,
  here,
  hrefOf,
}: {
  places: ReadonlyArray<{ readonly id: string; readonly name: string; readonly count: number | null }>;
  here: string;
  hrefOf: (id: string) => string;
}) {
  return (
    <nav aria-label="Phases of the sheet" className="sheet-line mt-3 flex overflow-x-auto">
      {places.map((p) => (
        <a
          key={p.id}
          href={hrefOf(p.id)}
          aria-current={p.id === here ? 'page' : undefined}
          className={`sign relative min-w-[92px] flex-1 px-2 pb-[30px] pt-2 text-center text-lead no-underline ${p.id === here ? 'font-semibold text-clay' : 'text-ink'}`}
        >
          {p.name} {p.count !== null && <span className="text-small text-soft">{p.count}</span>}
        </a>
      ))}
    </nav>
  );
}
