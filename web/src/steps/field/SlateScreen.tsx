import { useEffect, useRef, useState } from 'react';
import { slateCode } from '@stride-chalk/core';
import { qrPath } from '../../parts/qr-path.ts';

const TENTH = 100;

/** The slate over the whole screen: the bib as large as it goes, and a code with the time of the server that runs on. A tap anywhere takes it away. */
export function SlateScreen({
  bib,
  slateId,
  instant,
  onClose,
}: {
  bib: number;
  slateId: string;
  instant: () => number;
  onClose: () => void;
}) {
  const [now, setNow] = useState(() => instant());
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
    const timer = setInterval(() => setNow(instant()), TENTH);
    return () => clearInterval(timer);
  }, [instant]);
  const { size, path } = qrPath(slateCode({ slateId, bib, view: null, instant: now }));
  return (
    <dialog ref={dialog} aria-label={`Slate of bib ${bib}`} onClose={onClose} className="slate-screen">
      <button type="button" onClick={() => dialog.current?.close()} aria-label="Take the slate away">
        <b>{bib}</b>
        <svg viewBox={`0 0 ${size} ${size}`} role="img" aria-label={`Code of ${bib}`} shapeRendering="crispEdges">
          <path d={`M0 0h${size}v${size}h-${size}z`} fill="#fff" />
          <path d={path} fill="#000" />
        </svg>
      </button>
    </dialog>
  );
}
