import { useCallback, useRef, useState } from 'react';
import {
  clipsPlacedSchema,
  cutClipsSchema,
  doneSchema,
  traySchema,
  type Tray,
  type TrayCamera,
  type TrayClip,
  type ViewId,
} from '@stride-chalk/core';
import { askServer } from '../../../parts/ask-server.ts';
import { askAgain, known, useLive } from '../../../parts/use-live.ts';
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
  const { data: tray, error } = useLive({ schema: traySchema, path: PATH, first, about: 'tray' });
  const [problems, setProblems] = useState<readonly string[]>([]);
  const [said, setSaid] = useState<string | null>(null);
  const steps = useRef<Step[]>([]);
  const [undoable, setUndoable] = useState<string | null>(null);
  /** One thing after the other: what is done next begins with what was done before. */
  const line = useRef<Promise<unknown>>(Promise.resolve());

  const show = (change: (clip: TrayClip) => TrayClip): void =>
    void known.setQueryData<Tray>([PATH], (now) => now && { ...now, clips: now.clips.map(change) });

  const inLine = useCallback((work: () => Promise<void>): void => {
    line.current = line.current.then(async () => {
      try {
        await work();
      } catch (refused) {
        setProblems([(refused as Error).message]);
      } finally {
        askAgain(PATH);
      }
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
    const before = new Map((known.getQueryData<Tray>([PATH]) ?? tray).clips.map((c) => [c.id, c]));
    setProblems([]);
    // Shown at once, with the number that the server gives when it has answered.
    const to = new Map(all.map((p) => [p.id, p]));
    const out = new Set(nothing.map((c) => c.id));
    show((c) => {
      const p = to.get(c.id);
      if (p)
        return { ...c, useless: null, bound: { bib: p.bib, delivery: c.bound?.delivery ?? 0, view: p.view, throwId: p.throwId } };
      return out.has(c.id) ? { ...c, useless: NOBODY } : c;
    });
    inLine(async () => {
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
    });
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
      show((c) => (c.id === clip.id ? { ...c, useless: why, bound: null } : c));
      inLine(async () => {
        await ask('PUT', `/api/clips/${clip.id}/aside`, { why });
        done({
          words: `Set aside: ${why}`,
          undo: async () => {
            await ask('PUT', `/api/clips/${clip.id}/aside`, { why: null });
            if (clip.bound) await putBack([clip]);
          },
        });
      });
    },
    /** Nobody has said any more what it shows, or it is taken up again. */
    open(clip: TrayClip): void {
      const { useless } = clip;
      setProblems([]);
      show((c) => (c.id === clip.id ? { ...c, useless: null, bound: null } : c));
      inLine(async () => {
        if (useless !== null) await ask('PUT', `/api/clips/${clip.id}/aside`, { why: null });
        else await ask('POST', '/api/tray/take-out', { clips: [clip.id] });
        done({
          words: useless !== null ? 'Taken up again' : 'Taken out',
          undo: async () => {
            if (useless !== null) await ask('PUT', `/api/clips/${clip.id}/aside`, { why: useless });
            else if (clip.bound) await putBack([clip]);
          },
        });
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
      inLine(async () => {
        await ask('PUT', `/api/cameras/${camera.id}`, { view });
        done({ words: 'The view of the camera is said', undo: () => ask('PUT', `/api/cameras/${camera.id}`, { view: before }) });
      });
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
