import { ArrowDown, ArrowUp } from 'lucide-react';
import { useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import {
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type Row,
  type SortingState,
  type VisibilityState,
} from '@tanstack/react-table';
import { useWindowVirtualizer } from '@tanstack/react-virtual';

/** A column: what it is called, what it is sorted and found by, and how a cell is drawn. */
export interface Column<T> {
  readonly id: string;
  readonly name: string;
  /** Sorted by this; null for a column that has no order. */
  readonly by: ((row: T) => string | number) | null;
  readonly cell: (row: T) => ReactNode;
  /** Left out on a narrow screen, whatever was chosen. */
  readonly wideOnly?: boolean;
  /** Never left out. */
  readonly always?: boolean;
  readonly className?: string;
}

/** A table of more rows than this has a field to find some. */
const LONG = 12;
/** Rows beyond this are drawn only where they are seen. */
const MOST_DRAWN = 200;
const ROW_HEIGHT = 49;

const defOf = <T,>(c: Column<T>): ColumnDef<T> => ({
  id: c.id,
  header: c.name,
  accessorFn: c.by ?? (() => null),
  enableSorting: c.by !== null,
  sortingFn: (a, b, id) => {
    const [x, y] = [a.getValue<string | number>(id), b.getValue<string | number>(id)];
    return typeof x === 'number' && typeof y === 'number' ? x - y : String(x).localeCompare(String(y), 'en');
  },
  sortDescFirst: false,
});

/** A table that is sorted by its headings, shows the columns that are wanted, and stays quick with a thousand rows. */
export function DataTable<T>({
  rows,
  columns,
  keyOf,
  wordsOf,
  find,
  empty,
  rowClass,
  label,
}: {
  rows: readonly T[];
  columns: ReadonlyArray<Column<T>>;
  keyOf: (row: T) => string;
  /** What a row is found by. */
  wordsOf: (row: T) => string;
  /** What is looked for; empty for everything. Left out, the table has a field of its own when it is long. */
  find?: string;
  /** Shown where nothing is found. */
  empty: string;
  rowClass?: (row: T) => string;
  label: string;
}) {
  const [typed, setTyped] = useState('');
  const [sorting, setSorting] = useState<SortingState>([]);
  const [columnVisibility, setVisible] = useState<VisibilityState>({});
  const data = useMemo(() => [...rows], [rows]);
  const defs = useMemo(() => columns.map(defOf), [columns]);
  const table = useReactTable<T>({
    data,
    columns: defs,
    state: { sorting, columnVisibility, globalFilter: find ?? typed },
    onSortingChange: setSorting,
    onColumnVisibilityChange: setVisible,
    getRowId: keyOf,
    globalFilterFn: (row, _, text: string) => wordsOf(row.original).toLowerCase().includes(text.trim().toLowerCase()),
    getColumnCanGlobalFilter: () => true,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const known = new Map(columns.map((c) => [c.id, c]));
  const wide = (id: string): string => (known.get(id)!.wideOnly ? 'max-[820px]:hidden' : '');
  const found = table.getRowModel().rows;
  return (
    <div className="mt-3">
      {find === undefined && rows.length > LONG && (
        <input
          type="search"
          aria-label={`Find in: ${label}`}
          placeholder="Find"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          className="field mb-1 w-[210px]"
        />
      )}
      {columns.some((c) => !c.always) && (
        <ColumnChoice
          columns={columns.filter((c) => !c.always)}
          shown={(id) => table.getColumn(id)!.getIsVisible()}
          onChoose={(id) => table.getColumn(id)!.toggleVisibility()}
        />
      )}
      <div className="overflow-x-auto">
        <table
          aria-label={label}
          aria-rowcount={found.length + 1}
          className="w-full border-collapse text-note max-[820px]:text-small"
        >
          <thead>
            <tr className="border-b-2 border-ink">
              {table.getFlatHeaders().map((h) => {
                const sorted = h.column.getIsSorted();
                return (
                  <th
                    key={h.id}
                    scope="col"
                    aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : undefined}
                    className={`sign p-0 pe-3 text-start text-lead font-medium text-soft ${wide(h.id)}`}
                  >
                    {h.column.getCanSort() ? (
                      <button
                        type="button"
                        onClick={h.column.getToggleSortingHandler()}
                        className="min-h-[48px] border-0 bg-transparent p-0 text-start underline-offset-4 hover:underline"
                      >
                        {known.get(h.id)!.name}
                        {sorted === 'asc' && <ArrowUp aria-hidden="true" className="inline size-[1em]" />}
                        {sorted === 'desc' && <ArrowDown aria-hidden="true" className="inline size-[1em]" />}
                      </button>
                    ) : (
                      known.get(h.id)!.name
                    )}
                  </th>
                );
              })}
            </tr>
          </thead>
          {found.length > MOST_DRAWN ? (
            <SeenRows found={found} cells={(row) => <Cells row={row} of={known} wide={wide} />} rowClass={rowClass} />
          ) : (
            <tbody>
              {found.map((row) => (
                <tr key={row.id} className={`border-b border-rule ${rowClass?.(row.original) ?? ''}`}>
                  <Cells row={row} of={known} wide={wide} />
                </tr>
              ))}
            </tbody>
          )}
        </table>
        {found.length === 0 && <p className="text-soft">{empty}</p>}
      </div>
    </div>
  );
}

function Cells<T>({ row, of, wide }: { row: Row<T>; of: ReadonlyMap<string, Column<T>>; wide: (id: string) => string }) {
  return row.getVisibleCells().map((cell) => (
    <td key={cell.id} className={`h-[48px] pe-3 ${wide(cell.column.id)} ${of.get(cell.column.id)!.className ?? ''}`}>
      {of.get(cell.column.id)!.cell(row.original)}
    </td>
  ));
}

/** Of many rows those that are seen, with room above and below for the others. */
function SeenRows<T>({
  found,
  cells,
  rowClass,
}: {
  found: ReadonlyArray<Row<T>>;
  cells: (row: Row<T>) => ReactNode;
  rowClass: ((row: T) => string) | undefined;
}) {
  const body = useRef<HTMLTableSectionElement>(null);
  /** Where the rows begin on the page. */
  const [top, setTop] = useState(0);
  useLayoutEffect(() => setTop((body.current?.getBoundingClientRect().top ?? 0) + window.scrollY), []);
  const rows = useWindowVirtualizer({
    count: found.length,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    scrollMargin: top,
    initialRect: { width: 1280, height: 800 },
  });
  const seen = rows.getVirtualItems();
  const above = (seen[0]?.start ?? 0) - rows.options.scrollMargin;
  const below = rows.getTotalSize() - ((seen.at(-1)?.end ?? 0) - rows.options.scrollMargin);
  return (
    <tbody ref={body}>
      {above > 0 && <Room height={above} />}
      {seen.map(({ index }) => {
        const row = found[index]!;
        return (
          <tr key={row.id} aria-rowindex={index + 2} className={`border-b border-rule ${rowClass?.(row.original) ?? ''}`}>
            {cells(row)}
          </tr>
        );
      })}
      {below > 0 && <Room height={below} />}
    </tbody>
  );
}

/** A row that holds the place of others. Its height is put on it: a page of ours has no style in its markup. */
const Room = ({ height }: { height: number }) => (
  <tr aria-hidden="true">
    <td
      className="p-0"
      ref={(element) => {
        if (element) element.style.height = `${height}px`;
      }}
    />
  </tr>
);

function ColumnChoice<T>({
  columns,
  shown,
  onChoose,
}: {
  columns: ReadonlyArray<Column<T>>;
  shown: (id: string) => boolean;
  onChoose: (id: string) => void;
}) {
  return (
    <details className="max-[820px]:hidden">
      <summary className="inline-flex min-h-[48px] cursor-pointer items-center text-small underline">Columns</summary>
      <div className="flex flex-wrap gap-x-5 pb-2">
        {columns.map((c) => (
          <label key={c.id} className="flex min-h-[48px] items-center gap-2 text-note">
            <input
              type="checkbox"
              checked={shown(c.id)}
              onChange={() => onChoose(c.id)}
              className="size-[18px] accent-[var(--clay)]"
            />
            {c.name}
          </label>
        ))}
      </div>
    </details>
  );
}
