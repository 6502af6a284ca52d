import type { FilmNews, FilmOrder, Picture } from '../../workers/film.worker.ts';

/**
 * Decodes single frames of a film one after the other, in a worker of their own: the player beside it keeps what it has. Answers how to stop it, which also ends it.
 *
 * @param frames in the order in which they are wanted
 * @param onPicture called with each as soon as it is there
 */
export function takeFrames(
  film: { readonly url: string; readonly frameTimes: readonly number[] },
  frames: readonly number[],
  onPicture: (frame: number, picture: Picture) => void,
  onProblem: (words: string) => void,
): () => void {
  const worker = new Worker(new URL('../../workers/film.worker.ts', import.meta.url), { type: 'module' });
  const waiting = [...new Set(frames)];
  const have: number[] = [];
  let received = 0;
  const order = (what: FilmOrder): void => worker.postMessage(what);
  const askNext = (): void => {
    const frame = waiting[0];
    if (frame === undefined) return worker.terminate();
    order({ kind: 'want', frame, from: frame, to: frame, direction: 1, have, received });
  };
  worker.onmessage = ({ data: news }: MessageEvent<FilmNews>) => {
    if (news.kind === 'failed') return onProblem(news.message);
    if (news.kind === 'frame') {
      received += 1;
      have.push(news.frame);
      const at = waiting.indexOf(news.frame);
      if (at >= 0) {
        waiting.splice(at, 1);
        onPicture(news.frame, news.picture);
      }
      // What comes out before the wished one is kept; the wished one asks for the next.
      if (at !== 0) return;
    }
    askNext();
  };
  order({ kind: 'open', url: film.url, frameTimes: film.frameTimes });
  return () => worker.terminate();
}
