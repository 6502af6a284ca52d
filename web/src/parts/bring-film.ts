import { STAFF_HEADER } from '@stride-chalk/core';
import { Upload, DetailedError } from 'tus-js-client';
import type { KeptFilm, Sent } from './film-box.ts';
import { campHeaders } from './page-camp.ts';

/** So much of a film goes in one request, in bytes: what has arrived of it counts in any case. */
const PART = 4 * 1024 * 1024;

const codeOf = (body: string): { code?: string; title?: string } => {
  try {
    return JSON.parse(body) as { code?: string; title?: string };
  } catch {
    return {};
  }
};

/** What an answer that is no yes means for a film. */
export function meant(status: number, body: string): Sent | null {
  const { code, title } = codeOf(body);
  if (status === 401) return { is: 'signed out' };
  if (code === 'throw-not-here') return { is: 'later', why: 'throw' };
  if (status === 507) return { is: 'later', why: 'server full' };
  // 423: another request for it has not ended yet.
  if (status >= 500 || [408, 423, 429, 460].includes(status)) return { is: 'later', why: 'network' };
  return code === 'film-not-here' || code === 'upload-there'
    ? null
    : { is: 'refused', message: title ?? `The server answered ${status}.` };
}

/**
 * Sends one film: asks whether the server has it or will not have it, brings what is missing in parts, and asks again. Each request may be lost, and the film is there once.
 *
 * @param onShare told of how much has arrived, 0 to 1
 */
export async function bringFilm(film: KeptFilm, onShare: (share: number) => void, signal: AbortSignal): Promise<Sent> {
  const asked = await tell(film, signal);
  if (asked !== null) return asked;
  const brought = await bringBytes(
    { id: film.id, bytes: film.bytes, camp: film.camp, metadata: { id: film.id, camper: film.camperId } },
    onShare,
    signal,
  );
  if (brought !== null) return brought;
  return (await tell(film, signal)) ?? { is: 'later', why: 'network' };
}

/** Says what the film is; null where its bytes are still missing. */
async function tell(film: KeptFilm, signal: AbortSignal): Promise<Sent | null> {
  const { camperId, throwsId, view, fileName, sha256, bytes, staffId } = film;
  try {
    const answer = await fetch(`/api/films/${film.id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', ...campHeaders(film.camp), [STAFF_HEADER]: staffId },
      body: JSON.stringify({ camperId, throwsId, view, fileName, sha256, bytes: bytes.size }),
      signal,
    });
    return answer.ok ? { is: 'taken' } : meant(answer.status, await answer.text());
  } catch {
    return { is: 'later', why: 'network' };
  }
}

/** What is brought in parts: under which id, at which camp, and what is said of it. */
interface Bytes {
  readonly id: string;
  readonly bytes: Blob;
  readonly camp: string | null;
  readonly metadata: Readonly<Record<string, string>>;
}

/** Brings what is missing of some bytes; null when all are there. */
export const bringBytes = (
  { id, bytes, camp, metadata }: Bytes,
  onShare: (share: number) => void,
  signal: AbortSignal,
): Promise<Sent | null> =>
  new Promise((resolve) => {
    const end = (how: Sent | null): void => {
      signal.removeEventListener('abort', leave);
      resolve(how);
    };
    const upload = new Upload(bytes, {
      ...{ endpoint: '/api/uploads', uploadUrl: `/api/uploads/${id}`, chunkSize: PART, retryDelays: null },
      storeFingerprintForResuming: false,
      headers: campHeaders(camp),
      metadata,
      onProgress: (sent, all) => onShare(all > 0 ? sent / all : 0),
      onSuccess: () => end(null),
      onError: (error) => {
        const answer = error instanceof DetailedError ? error.originalResponse : null;
        end(
          answer
            ? (meant(answer.getStatus(), answer.getBody()) ?? { is: 'later', why: 'network' })
            : { is: 'later', why: 'network' },
        );
      },
    });
    const leave = (): void => {
      void upload.abort();
      end({ is: 'later', why: 'network' });
    };
    signal.addEventListener('abort', leave, { once: true });
    upload.start();
  });
