import type { Tray, TrayCamera, TrayClip, ViewId } from '@stride-chalk/core';

/** From here on the tray takes a clip to be what it seems. */
export const SURE = 0.95;

/** What becomes of a clip of the tray. */
export type Stand =
  /** Its frames are not counted yet, or it cannot be read. */
  | 'coming'
  /** Somebody has to look. */
  | 'look'
  /** As sure as the next, but from where its camera films nobody has said. */
  | 'view'
  /** One press puts it where it belongs. */
  | 'sure'
  | 'placed'
  | 'aside';

/** How a clip stands. A place without a view cannot be taken: the camera has to be told first. */
export function standOf(clip: TrayClip, camera: TrayCamera | undefined): Stand {
  if (clip.bound) return 'placed';
  if (clip.useless !== null) return 'aside';
  if (clip.state !== 'ready') return 'coming';
  // Nobody but the staff knows whose it is.
  if (clip.origin) return 'look';
  if (clip.probability < SURE) return 'look';
  if (clip.place === null) return clip.why.some((w) => w.kind === 'nothing') ? 'sure' : 'look';
  return camera?.view ? 'sure' : 'view';
}

/** What the tray would do with a clip by itself. */
export interface Proposal {
  readonly id: TrayClip['id'];
  readonly bib: number;
  readonly throwId: string | null;
  readonly key: string | null;
  readonly at: number | null;
  readonly view: ViewId;
}

/** When a clip was thrown, by the clock of the server: in its middle. */
export const thrownAt = (clip: TrayClip): number | null =>
  clip.at === null ? null : Math.round(clip.at + 500 * (clip.seconds ?? 0));

/** Where a clip is put when its proposal is confirmed; null where there is none. */
export const proposalOf = (clip: TrayClip, camera: TrayCamera | undefined): Proposal | null =>
  clip.place && !clip.origin && camera?.view
    ? {
        ...{ id: clip.id, bib: clip.place.bib, throwId: clip.place.throwId, view: camera.view },
        key: clip.place.throwId === null ? clip.place.key : null,
        at: thrownAt(clip),
      }
    : null;

/** One list of the tray: what stands alike, of one camera. */
export interface Section {
  readonly stand: Stand;
  readonly clips: readonly TrayClip[];
}

const ORDER: readonly Stand[] = ['look', 'view', 'sure', 'coming', 'placed', 'aside'];

/** The clips of a camera, those first that somebody has to look at; within each list in the order in which they were filmed. */
export function sectionsOf(tray: Tray, camera: TrayCamera): Section[] {
  const own = tray.clips.filter((c) => c.camera === camera.id);
  return ORDER.flatMap((stand) => {
    const clips = own.filter((c) => standOf(c, camera) === stand);
    return clips.length === 0 ? [] : [{ stand, clips }];
  });
}

/** How many clips of the tray stand in each way. */
export function countsOf(tray: Tray, camera?: TrayCamera): Readonly<Record<Stand, number>> {
  const counts: Record<Stand, number> = { look: 0, view: 0, sure: 0, coming: 0, placed: 0, aside: 0 };
  for (const clip of tray.clips) {
    if (camera && clip.camera !== camera.id) continue;
    const its = tray.cameras.find((c) => c.id === clip.camera);
    counts[standOf(clip, its)] += 1;
  }
  return counts;
}

/** The clips of a camera that are sure, up to a clip in the order of the day and with it. */
export const sureUpTo = (tray: Tray, camera: TrayCamera, upTo: TrayClip): TrayClip[] => {
  const own = tray.clips.filter((c) => c.camera === camera.id);
  return own.slice(0, own.indexOf(upTo) + 1).filter((c) => standOf(c, camera) === 'sure');
};

/** What changes when the clips of two campers are the other one's: those that are proposed or put for either. */
export function swapped(tray: Tray, one: number, other: number): Proposal[] {
  return tray.clips.flatMap((clip) => {
    const camera = tray.cameras.find((c) => c.id === clip.camera);
    const bib = clip.bound?.bib ?? clip.place?.bib;
    const view = clip.bound?.view ?? camera?.view;
    if (!view || clip.useless !== null || clip.state !== 'ready' || (bib !== one && bib !== other)) return [];
    // Two cameras that have filmed one throw stay together.
    const key = `swapped ${clip.place?.key ?? clip.id}`;
    return [{ id: clip.id, bib: bib === one ? other : one, throwId: null, key, at: thrownAt(clip), view }];
  });
}

/** Around a release lies a delivery, in seconds: from the set on, to the finish. Common practice, no source. */
const [BEFORE, AFTER] = [3.5, 2];
/** The part of a film that holds the delivery whose release is at a moment, in seconds of the file. */
export const partAround = (at: number, lasts: number, { captureScale }: Pick<TrayClip, 'captureScale'>) => ({
  from: Math.max(0, at - BEFORE * captureScale),
  to: Math.min(lasts, at + AFTER * captureScale),
});

/** Whose else a clip may be, each bib once, with how probable that is. */
export function otherBibs(clip: TrayClip): Array<readonly [bib: number, probability: number]> {
  const sums = new Map<number, number>();
  for (const { place, probability } of clip.others)
    if (place && place.bib !== clip.place?.bib) sums.set(place.bib, (sums.get(place.bib) ?? 0) + probability);
  return [...sums];
}

/** The other clips of a camera that stand under nobody. */
export const strangers = (tray: Tray, clip: TrayClip): TrayClip[] =>
  tray.clips.filter((c) => c.camera === clip.camera && c.id !== clip.id && !c.bound && c.useless === null);

/** The part of the same film that follows a clip; null where there is none. */
export function nextPart(tray: Tray, clip: TrayClip): TrayClip | null {
  if (!clip.part) return null;
  const parts = tray.clips.filter((c) => c.film === clip.film && c.part && c.useless === null && !c.bound);
  return parts[parts.indexOf(clip) + 1] ?? null;
}
