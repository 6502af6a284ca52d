import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { Tray, TrayCamera, TrayClip, ViewId } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { Alert } from '../../../parts/Alert.tsx';
import { PageHead } from '../../../parts/PageHead.tsx';
import { useAwake } from '../../../parts/use-awake.ts';
import { VIEWS } from '../views.ts';
import { CameraHead } from './CameraHead.tsx';
import { FilesComing } from './FilesComing.tsx';
import { TrayRow } from './TrayRow.tsx';
import { countsOf, nextPart, sectionsOf, sureUpTo, swapped, thrownAt, type Stand } from './tray-order.ts';
import { commandOf, LIST, TRAY_KEYS, type Mode, type TrayCommand } from './tray-keys.ts';
import { useFileQueue } from './use-file-queue.tsx';
import { useTray } from './use-tray.ts';

const TITLES: Readonly<Record<Stand, string>> = {
  look: 'To look at',
  view: 'Sure, but for the view of the camera',
  sure: 'Sure',
  coming: 'Being read',
  placed: 'In their place',
  aside: 'Set aside',
};

const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName);

export interface TrayProps {
  readonly first: Tray;
  readonly timeZone: string;
  /** Names by bib. */
  readonly names: Readonly<Record<number, string>>;
}

/** The films of an evening: whose each is, how sure that is, and one key to say so. */
export function TrayBoard({ first, timeZone, names }: TrayProps) {
  const awake = useAwake();
  const control = useTray(first);
  const queue = useFileQueue();
  const { tray } = control;
  const counts = countsOf(tray);
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
        if (!view) return control.tell(['Say first from where this camera films: key V.']);
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
      case 'open':
        return clip.bound || clip.useless !== null ? control.open(clip) : undefined;
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
      const onButton = event.target instanceof Element && event.target.closest('button, a, summary') !== null;
      if (onButton && (event.key === 'Enter' || event.key === ' ')) return;
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

  const empty = tray.clips.length === 0 && tray.files.length === 0 && queue.state.files.length === 0;
  return (
    <div
      data-awake={awake}
      data-testid="tray"
      {...queue.place}
      className={queue.over ? 'outline-4 outline-dashed outline-clay' : ''}
    >
      <PageHead title="Sort">
        {!empty && (
          <p className="m-0 text-lead" data-testid="tray-counts">
            <b>{counts.look}</b> to look at, <b>{counts.view + counts.sure}</b> sure, <b>{counts.placed}</b> in place
          </p>
        )}
        <Action main={empty} onClick={queue.chooseFolder}>
          Choose a folder
        </Action>
        <Action onClick={queue.chooseFiles}>Choose files</Action>
        {counts.sure > 0 && (
          <Action main onClick={confirmAll} aria-keyshortcuts="a">
            Confirm {counts.sure === 1 ? 'the one that is sure' : `the ${counts.sure} that are sure`}
          </Action>
        )}
      </PageHead>
      {queue.inputs}
      <FilesComing queue={queue} files={tray.files} room={tray.room} onForget={control.forgetFile} onAgain={control.fileAgain} />
      {control.problems.map((p) => (
        <Alert key={p} className="my-2">
          {p}
        </Alert>
      ))}
      <p
        role="status"
        className="m-0 -mt-[24px] min-h-[24px] text-end text-small text-soft max-[820px]:mt-0 max-[820px]:text-start"
      >
        {control.said}
        {control.undoable && ' · Z undoes it'}
      </p>
      {empty && (
        <p className="my-4 grid min-h-[340px] place-content-center border-2 border-dashed border-soft px-6 text-center text-lead">
          <b className="sign text-title">Drop the cards or the folder of the evening here</b>
          <span className="mx-auto mt-3 max-w-[60ch]">
            Every film goes to its camper, delivery and view by the taps at the mounds, the slates and the plan. You look at those
            that are not sure, and confirm the rest with one key.
          </span>
        </p>
      )}
      {tray.cameras.length > 1 && (
        <div role="tablist" aria-label="Cameras" className="flex flex-wrap gap-2 border-b-2 border-ink">
          {tray.cameras.map((c) => {
            const own = countsOf(tray, c);
            return (
              <button
                key={c.id}
                type="button"
                role="tab"
                aria-selected={c.id === camera?.id}
                onClick={() => {
                  choose(sectionsOf(tray, c)[0]?.clips[0]);
                  setCamera(c.id);
                }}
                className={`min-h-[48px] border-0 px-3 !font-body text-note ${c.id === camera?.id ? 'bg-ink text-bone' : 'bg-transparent'}`}
              >
                {c.name}
                {own.look > 0 && <b> {own.look} to look at</b>}
              </button>
            );
          })}
        </div>
      )}
      {camera && (
        <CameraHead
          camera={camera}
          alone={tray.cameras.length === 1}
          clips={tray.clips.filter((c) => c.camera === camera.id)}
          inHand={clip}
          timeZone={timeZone}
          onView={(view) => {
            setCamera(camera.id);
            control.setView(camera, view);
          }}
          onClip={choose}
        />
      )}
      {sections.map(({ stand, clips }) => (
        <section key={stand} aria-labelledby={`tray-${stand}`}>
          <h2 id={`tray-${stand}`} className="mt-3 mb-1 text-head">
            {TITLES[stand]} <span className="text-soft">{clips.length}</span>
          </h2>
          <ol className="m-0 grid list-none p-0">
            {clips.map((c, i) => (
              <TrayRow
                key={c.id}
                clip={c}
                stand={stand}
                camera={camera!}
                timeZone={timeZone}
                before={clips[i - 1]}
                names={names}
                mode={c === clip ? mode : null}
                onChoose={choose}
                onCommand={carryOut}
                onAgain={control.clipAgain}
              />
            ))}
          </ol>
        </section>
      ))}
      {camera && (
        <p
          className="sticky bottom-0 m-0 mt-4 flex max-[820px]:hidden flex-wrap gap-x-4 gap-y-1 border-t border-rule bg-paper py-2 text-small text-soft"
          data-testid="tray-keys"
        >
          {TRAY_KEYS.map(([key, does]) => (
            <span key={key}>
              <kbd>{key}</kbd> {does}
            </span>
          ))}
        </p>
      )}
    </div>
  );
}
