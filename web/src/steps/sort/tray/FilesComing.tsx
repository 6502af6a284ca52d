import type { Tray, TrayFile } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { Progress } from '../../../parts/Progress.tsx';
import { bytesInWords } from './tray-words.ts';
import type { FileQueue } from './use-file-queue.tsx';

const sum = (numbers: readonly number[]): number => numbers.reduce((a, b) => a + b, 0);
const percent = (share: number): string => `${Math.floor(100 * share)} %`;

/** Files on their way, those that the server looks at, those that were turned away with the reason, and for how many more there is room. */
export function FilesComing({
  queue,
  files,
  room,
  onForget,
  onAgain,
}: {
  queue: FileQueue;
  files: readonly TrayFile[];
  room: Tray['room'];
  onForget: (id: string) => void;
  onAgain: (id: string) => void;
}) {
  const { files: sent, paused, stopped } = queue.state;
  const all = sum(sent.map((f) => f.bytes));
  const there = sum(sent.map((f) => f.bytes * f.share));
  const left = sent.filter((f) => f.state === 'waiting' || f.state === 'going').length;
  const looked = files.filter((f) => f.state === 'waiting' || f.state === 'looking').length;
  const away = files.filter((f) => f.state === 'refused' || f.state === 'failed');
  const refused = sent.filter((f) => f.state === 'refused');
  const own = new Set(sent.map((f) => f.id));
  const doubles = files.filter((f) => f.state === 'double' && own.has(f.id)).map((f) => f.fileName);
  return (
    <div className="mt-2 grid gap-2" data-testid="files-coming">
      {left > 0 && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2 bg-wash px-4 py-2">
          <span className="text-note" data-testid="files-left">
            {sent.length - left - refused.length} of {sent.length} files have arrived, {bytesInWords(there)} of{' '}
            {bytesInWords(all)}
          </span>
          <span className="min-w-[200px] flex-1">
            <Progress share={all === 0 ? 0 : there / all} label="Files that have arrived" />
          </span>
          <Action onClick={() => queue.pause(!paused)}>{paused ? 'Go on' : 'Pause'}</Action>
          {stopped && <span className="basis-full text-small">{stopped}</span>}
        </div>
      )}
      {looked > 0 && (
        <p className="m-0 text-small text-soft" data-testid="files-looked">
          {looked} {looked === 1 ? 'file waits' : 'files wait'} to be looked at. They are safe on the server.
        </p>
      )}
      {doubles.length > 0 && (
        <p className="m-0 text-note" role="status" data-testid="files-double">
          {doubles.length === 1 ? 'One file was' : `${doubles.length} files were`} here already, and nothing came twice:{' '}
          {doubles.slice(0, NAMED).join(', ')}
          {doubles.length > NAMED && ` and ${doubles.length - NAMED} more`}.
        </p>
      )}
      {refused.length + away.length > 0 && (
        <details className="care-band px-4 py-2" data-testid="files-away">
          <summary className="min-h-[32px] cursor-pointer text-note">
            <b>
              {refused.length + away.length} {refused.length + away.length === 1 ? 'file was' : 'files were'} not taken
            </b>
          </summary>
          <ul className="m-0 list-none p-0">
            {refused.map((f) => (
              <li key={f.id} className="flex flex-wrap items-center gap-3 py-1 text-small">
                <span className="flex-1">
                  <b>{f.name}</b> {f.refused}
                </span>
                <Action onClick={() => queue.dismiss(f.id)}>Read</Action>
              </li>
            ))}
            {away.map((f) => (
              <li key={f.id} className="flex flex-wrap items-center gap-3 py-1 text-small">
                <span className="flex-1">
                  <b>
                    {f.folder === '' ? '' : `${f.folder}/`}
                    {f.fileName}
                  </b>{' '}
                  {f.reason}
                </span>
                {f.state === 'failed' && <Action onClick={() => onAgain(f.id)}>Try again</Action>}
                <Action onClick={() => onForget(f.id)}>{f.state === 'failed' ? 'Drop it' : 'Read'}</Action>
              </li>
            ))}
          </ul>
        </details>
      )}
      <p className="m-0 text-small text-soft" data-testid="tray-room">
        {room.clips === null
          ? `${bytesInWords(Math.max(0, room.free))} are free for films.`
          : `Room for ${room.clips.toLocaleString('en')} more clips: ${bytesInWords(Math.max(0, room.free))} are free, films take ${bytesInWords(room.used)}.`}
        {room.clips !== null && room.clips < FEW && <b> Make room on the disk of the server before the next evening.</b>}
      </p>
      {left > 0 && sent.some((f) => f.state === 'going') && (
        <ul className="sr-only">
          {sent
            .filter((f) => f.state === 'going')
            .map((f) => (
              <li key={f.id}>
                {f.name}: {percent(f.share)}
              </li>
            ))}
        </ul>
      )}
    </div>
  );
}
/** An evening brings more. */
const FEW = 200;
/** Names of files that were here already. */
const NAMED = 4;
