import type { KnownCamper } from '@stride-chalk/core';
import type { FileRow } from './use-roster-file.ts';

/** A row that may be somebody of the roster: the coach says who it is. */
export function WhoIsIt({
  row: r,
  roster,
  onDecide,
  onLeave,
}: {
  row: FileRow;
  roster: readonly KnownCamper[];
  onDecide: (line: number, decision: FileRow['decision']) => void;
  onLeave: (line: number) => void;
}) {
  return (
    <li className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
      <span className="me-auto">
        <b className="sign text-[20px]">{r.said.bib}</b> <b>{r.said.name}</b>
        {r.said.born && `, born ${r.said.born}`}.{' '}
        <span className="text-soft">In the roster {r.match?.kind === 'unsure' && r.match.why}.</span>
      </span>
      {r.match?.kind === 'unsure' &&
        r.match.candidates.map((c) => (
          <button key={c} type="button" className="quiet-action min-h-[48px]" onClick={() => onDecide(r.line, { update: c })}>
            It is {roster.find((k) => k.id === c)!.name}
          </button>
        ))}
      <button type="button" className="quiet-action min-h-[48px]" onClick={() => onDecide(r.line, 'new')}>
        Somebody new
      </button>
      <button type="button" className="quiet-action min-h-[48px]" onClick={() => onLeave(r.line)}>
        Leave out
      </button>
    </li>
  );
}
