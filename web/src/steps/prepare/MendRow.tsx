import { Action } from '../../parts/Action.tsx';
import { FIELD_NAMES, type RosterField } from '@stride-chalk/core';
import type { FileRow } from './use-roster-file.ts';

/** A row that cannot be read: its reasons, each with its cell to mend. */
export function MendRow({
  row,
  onMend,
  onLeave,
}: {
  row: FileRow;
  onMend: (line: number, field: RosterField, value: string) => void;
  onLeave: (line: number) => void;
}) {
  const name = row.raw.name || [row.raw.firstName, row.raw.lastName].filter(Boolean).join(' ');
  return (
    <li
      className="grid grid-cols-[170px_1fr_auto] items-start gap-3 border-b border-rule py-2 max-[820px]:grid-cols-1"
      data-testid={`mend-${row.line}`}
    >
      <span className="pt-2">
        <span className="text-small text-soft">line {row.line}</span>
        <br />
        <b>{row.raw.bib}</b> {name}
      </span>
      <span className="grid gap-2">
        {row.problems.map((p) => (
          <span key={p.field} className="flex flex-wrap items-center gap-2">
            <label className="flex flex-wrap items-center gap-2">
              <span className="w-[130px] text-small text-soft">{FIELD_NAMES[p.field]}</span>
              <input
                defaultValue={row.raw[p.field] ?? ''}
                aria-label={`Line ${row.line}, ${FIELD_NAMES[p.field]}`}
                onBlur={(e) => onMend(row.line, p.field, e.target.value)}
                onKeyDown={(e) => e.key === 'Enter' && onMend(row.line, p.field, e.currentTarget.value)}
                className="field w-[210px]"
              />
            </label>
            {p.offers?.map((o) => (
              <Action key={o.value} onClick={() => onMend(row.line, p.field, o.value)}>
                {o.label}
              </Action>
            ))}
            <span className="text-small font-semibold text-clay">{p.why}</span>
          </span>
        ))}
      </span>
      <Action onClick={() => onLeave(row.line)} aria-label={`Leave out line ${row.line}`}>
        Leave out
      </Action>
    </li>
  );
}
