import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { Tray, TrayCamera, TrayClip, ViewId } from '@stride-chalk/core';
import { VIEWS } from '../views.ts';
import { commandOf, LIST, type Mode, type TrayCommand } from './tray-keys.ts';
import { countsOf, nextPart, sectionsOf, strangers, sureUpTo, swapped, thrownAt } from './tray-order.ts';
import type { TrayControl } from './use-tray.ts';

const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName);

const SAY_VIEW = 'Say first from where this camera films: key V.';
const NO_PITCH = { pitch: null, result: null, height: null, side: null, speed: null, speedUnit: null } as const;

/** Which camera and which clip are in hand, what the next keys answer, and what each of them does. */
export function useTrayCommands(tray: Tray, control: TrayControl) {
  const [cameraId, setCamera] = useState<string | null>(null);
  const [inHand, setInHand] = useState<string | null>(null);
  const [mode, setMode] = useState<Mode>(LIST);
  // The camera with most to look at comes first, and stays until another one is chosen.
  const camera =
    tray.cameras.find((c) => c.id === cameraId) ??
    [...tray.cameras].sort((a, b) => countsOf(tray, b).look - countsOf(tray, a).look)[0] ??
    null;
  const sections = camera ? sectionsOf(tray, camera) : [];
  const listed = sections.flatMap((s) => s.clips);
  const clip = listed.find((c) => c.id === inHand) ?? listed[0] ?? null;

  const choose = (to: TrayClip | undefined): void => {
    setMode(LIST);
    if (camera) setCamera(camera.id);
    if (to) setInHand(to.id);
  };
  /** What is to be looked at after this one: the next of its list, else the one before. */
  const onward = (from: TrayClip): void => {
    const own = sections.find((s) => s.clips.includes(from))?.clips ?? [];
    const at = own.indexOf(from);
    choose(own[at + 1] ?? own[at - 1] ?? listed.find((c) => c !== from));
  };
  const confirmAll = (): void => {
    const all = tray.cameras.flatMap(
      (c) =>
        sectionsOf(tray, c)
          .find((s) => s.stand === 'sure')
          ?.clips.map((k) => [k, c] as const) ?? [],
    );
    const by = new Map<TrayCamera, TrayClip[]>();
    for (const [k, c] of all) by.set(c, [...(by.get(c) ?? []), k]);
    for (const [c, clips] of by) control.confirm(clips, c);
  };

  function carryOut(command: TrayCommand): void {
    if (command.do === 'undo') return control.undo();
    if (command.do === 'confirmAll') return confirmAll();
    if (command.do === 'camera') {
      const next = tray.cameras[(tray.cameras.indexOf(camera!) + 1) % Math.max(1, tray.cameras.length)];
      if (!next) return;
      choose(sectionsOf(tray, next)[0]?.clips[0]);
      return setCamera(next.id);
    }
    if (!camera || !clip) return;
    // What is worked on stays in sight, whatever becomes of it.
    setCamera(camera.id);
    setInHand(clip.id);
    switch (command.do) {
      case 'mode':
        if (command.mode.is === 'film' && clip.overview === null)
          return control.tell(['Only a film that runs on has a small copy of the whole.']);
        return setMode(command.mode);
      case 'go':
        return choose(listed[listed.indexOf(clip) + command.by]);
      case 'confirm':
        if (clip.state !== 'ready' || clip.bound || clip.useless !== null) return;
        control.confirm([clip], camera);
        return onward(clip);
      case 'confirmUpTo':
        return control.confirm(sureUpTo(tray, camera, clip), camera);
      case 'bib': {
        const view = clip.bound?.view ?? camera.view;
        setMode(LIST);
        if (!view) return control.tell([SAY_VIEW]);
        control.place(
          [{ id: clip.id, bib: command.bib, throwId: null, key: null, at: thrownAt(clip), view }],
          [],
          `Put under bib ${command.bib}`,
        );
        return clip.bound ? undefined : onward(clip);
      }
      case 'swap': {
        const bib = clip.bound?.bib ?? clip.place?.bib;
        setMode(LIST);
        if (bib === undefined) return;
        return control.place(swapped(tray, bib, command.bib), [], `Bibs ${bib} and ${command.bib} have changed places`);
      }
      case 'aside':
        control.aside(clip, command.why);
        return onward(clip);
      case 'refilm': {
        setMode(LIST);
        const bib = clip.bound?.bib ?? clip.place?.bib;
        const view = clip.bound?.view ?? camera.view;
        if (bib === undefined) return control.tell(['Say first whose it is: type his bib.']);
        return view ? control.refilm(bib, view, command.why) : control.tell([SAY_VIEW]);
      }
      case 'comeFrom': {
        setMode(LIST);
        const { origin } = command;
        // Of the others only what holds for a whole folder is said.
        const alike = origin && { ...origin, ...NO_PITCH };
        const others = command.others ? strangers(tray, clip).map((c) => ({ clip: c, origin: alike })) : [];
        return control.comeFrom([{ clip, origin }, ...others]);
      }
      case 'open':
        return clip.bound || clip.useless !== null ? control.open(clip) : undefined;
      case 'cutOut':
        setMode(LIST);
        return control.cutOut(clip, command.range);
      case 'cut':
        setMode(LIST);
        return clip.frames ? control.split(clip, Math.max(1, Math.round(command.share * clip.frames))) : undefined;
      case 'join': {
        const next = nextPart(tray, clip);
        return next ? control.join(clip, next) : control.tell(['Only two parts of one film are made one.']);
      }
      case 'view': {
        const ids = VIEWS.map(([id]) => id);
        const at = camera.view ? ids.indexOf(camera.view) : -1;
        return control.setView(camera, ids[(at + 1) % ids.length] as ViewId);
      }
    }
  }

  const latest = useRef({ mode, carryOut });
  latest.current = { mode, carryOut };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.ctrlKey || event.metaKey || event.altKey || inField(event.target)) return;
      if (!(event.target instanceof Element)) return;
      const onButton = event.target.closest('button, a, summary') !== null;
      // Of a bib that is being typed Enter is the end, also where the press that took the clip in hand still has the focus.
      const typing = ['bib', 'swap', 'cut'].includes(latest.current.mode.is) && !event.target.closest('[data-bib-keys]');
      if (onButton && !typing && (event.key === 'Enter' || event.key === ' ')) return;
      const command = commandOf(latest.current.mode, event.key, event.shiftKey);
      if (!command) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.repeat && command.do !== 'go') return;
      // Drawn before the next key is heard.
      flushSync(() => latest.current.carryOut(command));
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);

  return { camera, clip, sections, mode, choose, setCamera, confirmAll, carryOut };
}
