import Papa from 'papaparse';
import { useEffect, useMemo, useRef, useState } from 'react';
import {
  changesOf,
  decodeText,
  findHeading,
  indexRoster,
  loosensConsent,
  matchColumns,
  matchRows,
  mustConfirm,
  readRosterRow,
  UNANSWERED,
  withDoubles,
  type ColumnMatch,
  type ColumnReading,
  type DateAnswers,
  type KnownCamper,
  type MatchedRow,
  type RosterChange,
  type RosterField,
  type RosterReading,
  type TextEncoding,
  type CampId,
} from '@stride-chalk/core';
import { keepFile, keptFile, type Answers, type Decision } from './kept-file.ts';

interface FileLine {
  /** Where it begins in the file. */
  readonly line: number;
  readonly cells: readonly string[];
}
export interface OpenFile {
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly encoding: TextEncoding;
  readonly lines: readonly FileLine[];
  readonly columns: readonly ColumnMatch[];
}
export interface FileRow extends MatchedRow {
  readonly decision: Decision;
  /** The camper of the roster who is meant; null for somebody new, or as long as nobody knows. */
  readonly known: KnownCamper | null;
  readonly changes: readonly RosterChange[];
  /** It would loosen or lengthen his consent: somebody says for this camper whether it does. */
  readonly loosens: boolean;
  readonly consent: 'keep' | 'take' | null;
}
const decode = (bytes: Uint8Array, encoding: TextEncoding, fatal: boolean): string =>
  new TextDecoder(encoding, { fatal }).decode(bytes as Uint8Array<ArrayBuffer>);

/** The rows of a text with the lines at which they begin, empty ones left out: a cell may hold line breaks. */
function linesOf(text: string): FileLine[] {
  // Some spreadsheets name the separator in a line before the heading.
  const named = /^sep=.\r?\n/i.exec(text)?.[0] ?? '';
  const body = text.slice(named.length);
  const lines: FileLine[] = [];
  let line = named === '' ? 1 : 2;
  let begun = 0;
  Papa.parse<string[]>(body, {
    step: ({ data, meta }) => {
      if (data.some((c) => c.trim() !== '')) lines.push({ line, cells: data });
      line += body.slice(begun, meta.cursor).match(/\r\n|\n|\r/g)?.length ?? 0;
      begun = meta.cursor;
    },
  });
  const width = Math.max(0, ...lines.map((l) => l.cells.length));
  return lines.map((l) => ({ ...l, cells: Array.from({ length: width }, (_, i) => l.cells[i] ?? '') }));
}

function opened(name: string, bytes: Uint8Array, chosen: TextEncoding | null): OpenFile {
  const { text, encoding } = decodeText(bytes, decode, chosen);
  const all = linesOf(text);
  const lines = all.slice(findHeading(all.map((l) => l.cells)));
  return { name, bytes, encoding, lines, columns: matchColumns(lines[0]?.cells ?? []) };
}

const NOTHING: Answers = { dates: UNANSWERED, mended: {}, left: new Set(), decisions: {}, consents: {} };

/** A file on its way into the roster: columns, answers and mended cells. */
export function useRosterFile(roster: readonly KnownCamper[], firstDay: string, campId: CampId) {
  const [file, setFile] = useState<OpenFile | null>(null);
  const [answers, setAnswers] = useState(NOTHING);
  const [again, setAgain] = useState(false);
  const [stays, setStays] = useState(true);
  const index = useMemo(() => indexRoster(roster), [roster]);

  // What was mended and not taken yet is there again after a reload.
  useEffect(() => {
    const was = keptFile(campId);
    if (!was) return;
    setFile({ ...opened(was.name, was.bytes, was.encoding), columns: was.columns });
    setAnswers(was.answers);
    setAgain(true);
  }, [campId]);
  useEffect(() => {
    if (file) setStays(keepFile(campId, { ...file, answers }));
  }, [campId, file, answers]);
  /** Rows as they were read last: only those that were mended since are read again. */
  const kept = useRef(new Map<number, { readonly key: unknown; readonly mended: unknown; readonly reading: RosterReading }>());

  const rows = useMemo((): FileRow[] => {
    if (!file) return [];
    const fields = file.columns.map((c) => c.field);
    const columns: ColumnReading = {
      opposite: file.columns.flatMap((c) => (c.field && c.opposite ? [c.field] : [])),
      heightUnit: file.columns.find((c) => c.field === 'height')?.unit ?? null,
    };
    const key = JSON.stringify([file.name, file.bytes.length, file.encoding, fields, columns, answers.dates, firstDay]);
    const readings = file.lines.slice(1).flatMap(({ line, cells }) => {
      if (answers.left.has(line)) return [];
      const mended = answers.mended[line];
      const before = kept.current.get(line);
      if (before?.key === key && before.mended === mended) return [before.reading];
      const raw = { ...Object.fromEntries(fields.flatMap((f, i) => (f ? [[f, cells[i] ?? '']] : []))), ...mended };
      const reading = readRosterRow(line, raw, { firstDay }, answers.dates, columns);
      kept.current.set(line, { key, mended, reading });
      return [reading];
    });
    return matchRows(withDoubles(readings), index, (line) => answers.decisions[line] ?? 'match').map((r) => {
      const decision = answers.decisions[r.line] ?? 'match';
      const id = typeof decision === 'object' ? decision.update : r.match && 'id' in r.match ? r.match.id : null;
      const known = (decision !== 'new' && id !== null && index.byId.get(id)) || null;
      return {
        ...r,
        decision,
        known,
        changes: known ? changesOf(known, r.said) : [],
        loosens: known !== null && loosensConsent(known, r.said),
        consent: answers.consents[r.line] ?? null,
      };
    });
  }, [file, answers, index, firstDay]);

  const answer = (change: (was: Answers) => Partial<Answers>): void => setAnswers((was) => ({ ...was, ...change(was) }));
  const asked = (code: 'dateOrder' | 'dayNumber'): number => rows.filter((r) => r.problems.some((p) => p.code === code)).length;
  return {
    file,
    /** The file is as it was left before the page was opened again. */
    again,
    /** False where the file is too large to be there again after a reload. */
    stays,
    /** All of it is in the roster. */
    taken: (): void => void keepFile(campId, null),
    rows,
    dates: answers.dates,
    /** Rows whose dates can be read in several ways, by what would tell. */
    askedOrder: asked('dateOrder'),
    askedEpoch: asked('dayNumber'),
    /** Columns that nobody has confirmed yet. */
    toConfirm: file?.columns.filter(mustConfirm).length ?? 0,
    open: async (chosen: File): Promise<void> => {
      kept.current.clear();
      setFile(opened(chosen.name, new Uint8Array(await chosen.arrayBuffer()), null));
      setAnswers(NOTHING);
      setAgain(false);
    },
    readAs: (encoding: TextEncoding): void => setFile((f) => f && opened(f.name, f.bytes, encoding)),
    /** Says what a column is; named by hand it is read as it stands, or the other way round. */
    nameColumn: (i: number, field: RosterField | null, opposite = false): void =>
      setFile(
        (f) =>
          f && {
            ...f,
            columns: f.columns.map((c, k) =>
              k === i ? { ...c, field, sure: true, opposite } : field !== null && c.field === field ? { ...c, field: null } : c,
            ),
          },
      ),
    setDates: (dates: Partial<DateAnswers>): void => answer((was) => ({ dates: { ...was.dates, ...dates } })),
    mend: (line: number, field: RosterField, value: string): void =>
      answer((was) => ({ mended: { ...was.mended, [line]: { ...was.mended[line], [field]: value } } })),
    leaveOut: (line: number): void => answer((was) => ({ left: new Set([...was.left, line]) })),
    decide: (line: number, decision: Decision): void => answer((was) => ({ decisions: { ...was.decisions, [line]: decision } })),
    answerConsent: (line: number, consent: 'keep' | 'take'): void =>
      answer((was) => ({ consents: { ...was.consents, [line]: consent } })),
  };
}
