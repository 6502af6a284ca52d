import { useEffect, useState } from 'react';
import type { StaffLevel } from '@stride-chalk/core';
import type { SeverityNews, SeverityOrder } from '../../workers/same-page.worker.ts';

/** How severe each coach is, reckoned in a worker; null while it is. */
export function useSeverity(levels: readonly StaffLevel[]): SeverityNews | null {
  const [news, setNews] = useState<SeverityNews | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/same-page.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<SeverityNews>) => setNews(data));
    worker.addEventListener('error', () => setNews({ kind: 'none', why: 'the reckoning stopped' }));
    const records = levels.flatMap(({ camper, coach, checkpoint, level }) =>
      level === null ? [] : [{ camper, coach, checkpoint, level }],
    );
    worker.postMessage({ records } satisfies SeverityOrder);
    return () => worker.terminate();
  }, [levels]);
  return news;
}
