import { Action } from '../../parts/Action.tsx';
import { useRef } from 'react';
import { Progress } from '../../parts/Progress.tsx';
import { useFileDrop } from '../../parts/use-file-drop.ts';
import type { Upload } from './types.ts';

/** The place of a view that has no film yet: choose one, drop one, or let the simulated camera film. */
export function DropPlace({
  name,
  upload,
  barred,
  needed,
  main,
  onFile,
  onSimulate,
}: {
  name: string;
  upload: Upload | undefined;
  barred: boolean;
  needed: boolean;
  /** Whether its film is the next thing to do. */
  main: boolean;
  onFile: (file: File) => void;
  onSimulate: (() => void) | null;
}) {
  const input = useRef<HTMLInputElement>(null);
  const drop = useFileDrop((file) => {
    if (!barred) onFile(file);
  });
  if (upload) {
    return (
      <div
        className={`grid content-center gap-2 border-2 border-dashed border-soft bg-wash px-4 ${needed ? 'row-span-2 min-h-[270px]' : 'min-h-[120px]'}`}
      >
        <span className="sign text-lead font-semibold">{name}</span>
        <span className="truncate text-small">
          {upload.text}: {Math.round(100 * upload.share)} %
        </span>
        <Progress share={upload.share} label={`${name}: ${upload.text}`} />
      </div>
    );
  }
  return (
    <div
      {...drop.place}
      className={`grid content-center justify-items-start gap-2 border-2 border-dashed px-4 ${needed ? 'row-span-2 min-h-[270px] self-start' : 'min-h-[120px]'} ${drop.over ? 'border-clay bg-wash' : needed ? 'border-soft' : 'border-rule'}`}
    >
      <span className={`sign text-lead font-semibold ${needed ? '' : 'text-soft'}`}>
        {name}
        {needed ? '' : ', if filmed'}
      </span>
      <Action
        main={main && !onSimulate}
        disabled={barred}
        onClick={() => input.current?.click()}
        aria-label={`Choose the film, ${name}`}
      >
        Choose film
      </Action>
      {needed && <span className="text-fine text-soft">or drop it here</span>}
      {onSimulate && (
        <Action main={main} disabled={barred} onClick={onSimulate} aria-label={`Film with the simulated camera, ${name}`}>
          Film with the simulated camera
        </Action>
      )}
      <input
        ref={input}
        type="file"
        accept="video/*,.mp4,.mov,.mkv,.webm,.avi,.mts,.m2ts"
        hidden
        aria-hidden="true"
        tabIndex={-1}
        data-testid={`file-${name}`}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </div>
  );
}
