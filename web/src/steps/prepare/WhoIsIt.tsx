import { Action } from '../../parts/Action.tsx';
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
        <b className="sign text-lead">{r.said.bib}</b> <b>{r.said.name}</b>
        {r.said.born && `, born ${r.said.born}`}.{' '}
        <span className="text-soft">In the roster {r.match?.kind === 'unsure' && r.match.why}.</span>
      </span>
      {r.match?.kind === 'unsure' &&
        r.match.candidates.map((c) => (
          <Action key={c} onClick={() => onDecide(r.line, { update: c })}>
            It is {roster.find((k) => k.id === c)!.name}
          </Action>
        ))}
      <Action onClick={() => onDecide(r.line, 'new')}>Somebody new</Action>
      <Action onClick={() => onLeave(r.line)}>Leave out</Action>
    </li>
  );
}
