import { v7 } from 'uuid';
import { useCallback, useMemo, useRef, useState } from 'react';
import {
  clipsPlacedSchema,
  cutClipsSchema,
  doneSchema,
  traySchema,
  type ClipOrigin,
  type Tray,
  type TrayCamera,
  type TrayClip,
  type ViewId,
} from '@stride-chalk/core';
import { askServer } from '../../../parts/ask-server.ts';
import { known, useLive } from '../../../parts/use-live.ts';
import { NOTHING_AHEAD, withAhead, type Ahead, type Changes } from './tray-ahead.ts';
import { proposalOf, thrownAt, type Proposal } from './tray-order.ts';

const PATH = '/api/tray';
/** Set aside by itself where no throw fits. */
const NOBODY = 'nobody throws';

/** Something that was done, and how it is undone. */
interface Step {
  readonly words: string;
  readonly undo: () => Promise<unknown>;
}

const ask = (method: 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown) =>
  askServer(doneSchema, path, { method, ...(body === undefined ? {} : { body }) });

/** Says where clips come from, those alike at once. */
async function tellOrigins(said: ReadonlyArray<{ readonly id: string; readonly origin: ClipOrigin | null }>): Promise<void> {
  const alike = new Map<string, string[]>();
  for (const { id, origin } of said) {
    const key = JSON.stringify(origin);
    alike.set(key, [...(alike.get(key) ?? []), id]);
  }
  for (const [origin, clips] of alike)
    await ask('POST', '/api/tray/come-from', { clips, origin: JSON.parse(origin) as ClipOrigin | null });
}

/** Puts clips where they stood. */
const putBack = (clips: readonly TrayClip[]) =>
  askServer(clipsPlacedSchema, '/api/tray/place', {
    method: 'POST',
    body: {
      clips: clips.flatMap((c) =>
        c.bound ? [{ id: c.id, bib: c.bound.bib, view: c.bound.view, throwId: c.bound.throwId, key: null, at: thrownAt(c) }] : [],
      ),
    },
  });

/** What is in the tray, what can be done with it, and the way back of everything that was done on this page. */
export function useTray(first: Tray) {
  const { data, error } = useLive({ schema: traySchema, path: PATH, first, about: 'tray' });
  /** What was said here and is not in the server's answer yet: it stands over whatever that says meanwhile. */
  const [ahead, setAhead] = useState<Ahead>(NOTHING_AHEAD);
  const tray = useMemo(() => withAhead(data, ahead), [data, ahead]);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const steps = useRef<Step[]>([]);
  const [undoable, setUndoable] = useState<string | null>(null);
  /** One thing after the other: what is done next begins with what was done before. */
  const line = useRef<Promise<unknown>>(Promise.resolve());

  const inLine = useCallback((work: () => Promise<void>, before: Changes = {}): void => {
    const token = {};
    setAhead((now) => [...now, { token, ...before }]);
    line.current = line.current.then(async () => {
      try {
        await work();
      } catch (refused) {
        setProblems([(refused as Error).message]);
      }
      // Until the server's own answer has it.
      await known.invalidateQueries({ queryKey: [PATH] });
      setAhead((now) => now.filter((a) => a.token !== token));
    });
  }, []);

  const done = (step: Step): void => {
    steps.current.push(step);
    setUndoable(step.words);
    setSaid(step.words);
  };

  /** Puts clips where they are said to belong. What they were before comes back with the undoing. */
  const place = (all: readonly Proposal[], nothing: readonly TrayClip[], words: string): void => {
    if (all.length + nothing.length === 0) return;
    const before = new Map(tray.clips.map((c) => [c.id, c]));
    setProblems([]);
    // Shown at once; the number of the delivery comes with the server's answer.
    const shown = new Map<string, Partial<TrayClip>>([
      ...all.map(({ id, bib, view, throwId }) => [id, { useless: null, bound: { bib, delivery: 0, view, throwId } }] as const),
      ...nothing.map(({ id }) => [id, { useless: NOBODY }] as const),
    ]);
    const work = async (): Promise<void> => {
      const { placed, refused } =
        all.length === 0
          ? { placed: [], refused: [] }
          : await askServer(clipsPlacedSchema, '/api/tray/place', { method: 'POST', body: { clips: all } });
      for (const { id } of nothing) await ask('PUT', `/api/clips/${id}/aside`, { why: NOBODY });
      if (refused.length > 0)
        setProblems(refused.map((r) => `${before.get(r.id)?.fileName ?? 'A clip'} was not put there. ${r.reason}`));
      if (placed.length + nothing.length === 0) return;
      done({
        words,
        undo: async () => {
          const again = placed.flatMap((id) => before.get(id) ?? []).filter((c) => c.bound);
          const free = placed.filter((id) => !before.get(id)?.bound);
          if (free.length > 0) await ask('POST', '/api/tray/take-out', { clips: free });
          if (again.length > 0) await putBack(again);
          for (const { id } of nothing) await ask('PUT', `/api/clips/${id}/aside`, { why: null });
        },
      });
    };
    inLine(work, { clips: shown });
  };

  return {
    tray,
    problems: error ? [error.message, ...problems] : problems,
    said,
    undoable,
    place,
    confirm(clips: readonly TrayClip[], camera: TrayCamera): void {
      const all = clips.flatMap((c) => (c.place ? (proposalOf(c, camera) ?? []) : []));
      const nothing = clips.filter((c) => c.place === null);
      const count = all.length + nothing.length;
      const one = all[0];
      place(all, nothing, count === 1 ? (one ? `Put under bib ${one.bib}` : 'Set aside') : `${count} clips confirmed`);
    },
    aside(clip: TrayClip, why: string): void {
      setProblems([]);
      const shown = new Map([[clip.id, { useless: why, bound: null }]]);
      const work = async (): Promise<void> => {
        await ask('PUT', `/api/clips/${clip.id}/aside`, { why });
        done({
          words: `Set aside: ${why}`,
          undo: async () => {
            await ask('PUT', `/api/clips/${clip.id}/aside`, { why: null });
            if (clip.bound) await putBack([clip]);
          },
        });
      };
      inLine(work, { clips: shown });
    },
    /** Nobody has said any more what it shows, or it is taken up again. */
    open(clip: TrayClip): void {
      const { useless } = clip;
      setProblems([]);
      const shown = new Map([[clip.id, { useless: null, bound: null }]]);
      const work = async (): Promise<void> => {
        if (useless !== null) await ask('PUT', `/api/clips/${clip.id}/aside`, { why: null });
        else await ask('POST', '/api/tray/take-out', { clips: [clip.id] });
        done({
          words: useless !== null ? 'Taken up again' : 'Taken out',
          undo: async () => {
            if (useless !== null) await ask('PUT', `/api/clips/${clip.id}/aside`, { why: useless });
            else if (clip.bound) await putBack([clip]);
          },
        });
      };
      inLine(work, { clips: shown });
    },
    /** Says of clips where they come from; null: from the camp. */
    comeFrom(said: ReadonlyArray<{ readonly clip: TrayClip; readonly origin: ClipOrigin | null }>): void {
      setProblems([]);
      const work = async (): Promise<void> => {
        await tellOrigins(said.map(({ clip, origin }) => ({ id: clip.id, origin })));
        done({
          words: `Where ${said.length === 1 ? 'it comes' : `${said.length} clips come`} from is said`,
          undo: () => tellOrigins(said.map(({ clip }) => ({ id: clip.id, origin: clip.origin }))),
        });
      };
      inLine(work, { clips: new Map(said.map(({ clip, origin }) => [clip.id, { origin, place: null }])) });
    },
    /** Puts a camper onto the plan and the mound screen once more. */
    refilm(bib: number, view: ViewId, why: string): void {
      setProblems([]);
      const path = `/api/refilms/${v7()}`;
      inLine(async () => {
        await ask('PUT', path, { bib, view, why });
        done({ words: `Bib ${bib} is to be filmed again: on the plan and at the mound`, undo: () => ask('DELETE', path) });
      });
    },
    split(clip: TrayClip, frame: number): void {
      setProblems([]);
      inLine(async () => {
        const { clips } = await askServer(cutClipsSchema, `/api/clips/${clip.id}/split`, { method: 'POST', body: { frame } });
        const [one, other] = clips;
        done({
          words: 'Cut in two',
          undo: () => askServer(cutClipsSchema, `/api/clips/${one}/join`, { method: 'POST', body: { with: other } }),
        });
      });
    },
    /** A clip of a part of the film that runs on. */
    cutOut(clip: TrayClip, range: { readonly from: number; readonly to: number }): void {
      setProblems([]);
      inLine(async () => {
        const { clips } = await askServer(cutClipsSchema, `/api/clips/${clip.id}/cut-out`, { method: 'POST', body: range });
        done({
          words: 'A clip of it is made',
          undo: () => ask('PUT', `/api/clips/${clips[0]}/aside`, { why: NOBODY }),
        });
      });
    },
    join(clip: TrayClip, next: TrayClip): void {
      setProblems([]);
      inLine(async () => {
        const { clips } = await askServer(cutClipsSchema, `/api/clips/${clip.id}/join`, {
          method: 'POST',
          body: { with: next.id },
        });
        const frame = clip.frames;
        done({
          words: 'Made one',
          undo: () => askServer(cutClipsSchema, `/api/clips/${clips[0]}/split`, { method: 'POST', body: { frame } }),
        });
      });
    },
    setView(camera: TrayCamera, view: ViewId): void {
      const before = camera.view;
      setProblems([]);
      const work = async (): Promise<void> => {
        await ask('PUT', `/api/cameras/${camera.id}`, { view });
        done({ words: 'The view of the camera is said', undo: () => ask('PUT', `/api/cameras/${camera.id}`, { view: before }) });
      };
      inLine(work, { cameras: new Map([[camera.id, { view }]]) });
    },
    undo(): void {
      inLine(async () => {
        const step = steps.current.pop();
        if (!step) return;
        setProblems([]);
        await step.undo();
        setUndoable(steps.current.at(-1)?.words ?? null);
        setSaid(`Undone: ${step.words}`);
      });
    },
    /** Says why something was not done. */
    tell: (words: readonly string[]): void => setProblems(words),
    forgetFile: (id: string): void => inLine(async () => void (await ask('DELETE', `/api/dropped-files/${id}`))),
    fileAgain: (id: string): void => inLine(async () => void (await ask('POST', `/api/dropped-files/${id}/again`))),
    clipAgain: (id: string): void => inLine(async () => void (await ask('POST', `/api/clips/${id}/again`))),
  };
}

export type TrayControl = ReturnType<typeof useTray>;
