import Papa from 'papaparse';
import { useMemo, useState } from 'react';
import {
  decodeText,
  matchColumns,
  matchRoster,
  readRoster,
  readRosterRow,
  withDoubles,
  type ColumnMatch,
  type DateOrder,
  type KnownCamper,
  type RosterField,
  type RosterMatch,
  type RosterReading,
  type TextEncoding,
} from '@stride-chalk/core';

export interface OpenFile {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly encoding: TextEncoding;
  readonly cells: readonly (readonly string[])[];
  readonly columns: readonly ColumnMatch[];
}
export interface FileRow extends RosterReading {
  readonly match: RosterMatch | null;
  readonly decision: 'match' | 'new' | { readonly update: string };
}
const decode = (bytes: Uint8Array, encoding: TextEncoding, fatal: boolean): string =>
  new TextDecoder(encoding, { fatal }).decode(bytes as Uint8Array<ArrayBuffer>);

function opened(name: string, bytes: Uint8Array, chosen: TextEncoding | null): OpenFile {
  const { text, encoding } = decodeText(bytes, decode, chosen);
  // Some spreadsheets name the separator in a line before the heading.
  const { data } = Papa.parse<string[]>(text.replace(/^sep=.\r?\n/i, ''), { skipEmptyLines: 'greedy' });
  const width = Math.max(0, ...data.map((r) => r.length));
  const cells = data.map((r) => Array.from({ length: width }, (_, i) => r[i] ?? ''));
  return { name, bytes, encoding, cells, columns: matchColumns(cells[0] ?? []) };
}

/** A file on its way into the roster: columns, answers and mended cells; every row is read again after each change. */
export function useRosterFile(roster: readonly KnownCamper[], firstDay: string) {
  const [file, setFile] = useState<OpenFile | null>(null);
  const [order, setOrder] = useState<DateOrder | null>(null);
  const [mended, setMended] = useState<Readonly<Record<number, Partial<Record<RosterField, string>>>>>({});
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [decisions, setDecisions] = useState<Readonly<Record<number, FileRow['decision']>>>({});

  const rows = useMemo((): FileRow[] => {
    if (!file) return [];
    const first = readRoster(
      file.cells.slice(1),
      file.columns.map((c) => c.field),
      { firstDay },
      order,
    ).filter((r) => !left.has(r.line));
    const again = first.map((r) =>
      mended[r.line] ? readRosterRow(r.line, { ...r.raw, ...mended[r.line] }, { firstDay }, order) : r,
    );
    return withDoubles(again).map((r) => ({
      ...r,
      match: r.row ? matchRoster(r.row, roster) : null,
      decision: decisions[r.line] ?? 'match',
    }));
  }, [file, order, mended, left, decisions, roster, firstDay]);

  const asked = rows.filter((r) => r.problems.some((p) => p.why.includes('may be two days'))).length;
  return {
    file,
    rows,
    order,
    asked,
    open: async (chosen: File): Promise<void> => {
      setFile(opened(chosen.name, new Uint8Array(await chosen.arrayBuffer()), null));
      setOrder(null);
      setMended({});
      setLeft(new Set());
      setDecisions({});
    },
    readAs: (encoding: TextEncoding): void => setFile((f) => f && opened(f.name, f.bytes, encoding)),
    nameColumn: (i: number, field: RosterField | null): void =>
      setFile(
        (f) =>
          f && {
            ...f,
            columns: f.columns.map((c, k) =>
              k === i ? { ...c, field, sure: true } : field !== null && c.field === field ? { ...c, field: null } : c,
            ),
          },
      ),
    setOrder,
    mend: (line: number, field: RosterField, value: string): void =>
      setMended((m) => ({ ...m, [line]: { ...m[line], [field]: value } })),
    leaveOut: (line: number): void => setLeft((s) => new Set([...s, line])),
    decide: (line: number, decision: FileRow['decision']): void => setDecisions((d) => ({ ...d, [line]: decision })),
  };
}
