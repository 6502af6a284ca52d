import type { Tray, TrayClip } from '@stride-chalk/core';
import { Action } from '../../../parts/Action.tsx';
import { Alert } from '../../../parts/Alert.tsx';
import { PageHead } from '../../../parts/PageHead.tsx';
import { useAwake } from '../../../parts/use-awake.ts';
import { CameraHead } from './CameraHead.tsx';
import { FilesComing } from './FilesComing.tsx';
import { TrayRow } from './TrayRow.tsx';
import { countsOf, sectionsOf, strangers, type Stand } from './tray-order.ts';
import { TRAY_KEYS } from './tray-keys.ts';
import { useFileQueue } from './use-file-queue.tsx';
import { useTray } from './use-tray.ts';
import { useTrayCommands } from './use-tray-commands.ts';

const TITLES: Readonly<Record<Stand, string>> = {
  look: 'To look at',
  view: 'Sure, but for the view of the camera',
  sure: 'Sure',
  coming: 'Being read',
  placed: 'In their place',
  aside: 'Set aside',
};

const NO_PARTS: readonly TrayClip[] = [];

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
  const { camera, clip, sections, mode, choose, setCamera, confirmAll, carryOut } = useTrayCommands(tray, control);

  const coming = tray.files.some((f) => f.state !== 'double') || queue.state.files.some((f) => f.state !== 'there');
  const empty = tray.clips.length === 0 && !coming;
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
      <p
        role="status"
        // Beside the line that says how much room there is.
        className="m-0 -mt-[24px] min-h-[24px] text-end text-small text-soft max-[820px]:mt-0 max-[820px]:text-start"
      >
        {control.said}
        {control.undoable && ' · Z undoes it'}
      </p>
      {control.problems.map((p) => (
        <Alert key={p} className="my-2">
          {p}
        </Alert>
      ))}
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
                others={c === clip && mode.is === 'origin' ? strangers(tray, c).length : 0}
                parts={c === clip && mode.is === 'film' ? tray.clips.filter((k) => k.film === c.film) : NO_PARTS}
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
