import type { ViewId } from '@stride-chalk/core';

type News = { readonly share?: number; readonly id?: string; readonly title?: string };

/**
 * Lets the simulated camera film one view of a delivery; it tells how far it is, a line at a time.
 *
 * @returns the id of the clip
 * @throws Error with the camera's own words, or when it breaks off without a film
 */
export async function filmSimulated(deliveryId: string, view: ViewId, onShare: (share: number) => void): Promise<string> {
  const answer = await fetch('/api/simulated-films', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ deliveryId, view }),
  });
  const silent = 'The simulated camera does not answer.';
  if (!answer.ok || !answer.body) throw new Error(((await answer.json()) as News).title ?? silent);
  let rest = '';
  let id: string | null = null;
  for (const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader(); ; ) {
    const { done, value } = await reader.read();
    if (done) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop()!;
    for (const line of lines) {
      const news = JSON.parse(line) as News;
      if (news.title) throw new Error(news.title);
      if (news.share !== undefined) onShare(news.share);
      if (news.id) id = news.id;
    }
  }
  if (!id) throw new Error(silent);
  return id;
}
