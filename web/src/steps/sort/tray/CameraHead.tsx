import { minuteInZone, type TrayCamera, type TrayClip, type ViewId } from '@stride-chalk/core';
import { VIEWS } from '../views.ts';
import { standOf } from './tray-order.ts';
import { clockInWords, timeOfDay } from './tray-words.ts';

const [LEFT, RIGHT, TOP, HEIGHT] = [16, 1184, 30, 58];

/** A camera: from where it films, how its clock goes, and its clips along the day as ticks on a chalk line. */
export function CameraHead({
  camera,
  alone,
  clips,
  inHand,
  timeZone,
  onView,
  onClip,
}: {
  camera: TrayCamera;
  /** The only one: no tab says its name. */
  alone: boolean;
  clips: readonly TrayClip[];
  inHand: TrayClip | null;
  timeZone: string;
  onView: (view: ViewId) => void;
  onClip: (clip: TrayClip) => void;
}) {
  return (
    <div className="mt-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h2 className={alone ? 'm-0 text-head' : 'sr-only'}>{camera.name}</h2>
        <fieldset className="m-0 flex flex-wrap items-center gap-2 border-0 p-0">
          <legend className="sr-only">From where it films</legend>
          {VIEWS.map(([view, name]) => (
            <button
              key={view}
              type="button"
              aria-pressed={camera.view === view}
              onClick={() => onView(view)}
              className={`min-h-[44px] rounded-[3px] border-[1.5px] px-3 !font-body text-note ${camera.view === view ? 'border-ink bg-ink text-bone' : 'border-soft bg-transparent'}`}
            >
              {name}
            </button>
          ))}
        </fieldset>
        {camera.view === null && <b className="care-band px-3 py-1 text-note">From where does it film? Say it once.</b>}
        <span className="text-small text-soft">{clockInWords(camera)}</span>
      </div>
      <Day clips={clips} camera={camera} inHand={inHand} timeZone={timeZone} onClip={onClip} />
    </div>
  );
}

/** The clips of a camera along its day. */
function Day({
  clips,
  camera,
  inHand,
  timeZone,
  onClip,
}: {
  clips: readonly TrayClip[];
  camera: TrayCamera;
  inHand: TrayClip | null;
  timeZone: string;
  onClip: (clip: TrayClip) => void;
}) {
  const timed = clips.flatMap((c) => (c.at === null ? [] : [{ clip: c, at: c.at }]));
  if (timed.length < 2) return null;
  const [from, to] = [Math.min(...timed.map((t) => t.at)), Math.max(...timed.map((t) => t.at))];
  const x = (at: number): number => LEFT + ((RIGHT - LEFT) * (at - from)) / Math.max(1, to - from);
  const hours = fullHours(from, to, timeZone);
  // A bib stands once over the clips that follow each other.
  const named = timed.filter(({ clip }, i) => {
    const bib = clip.bound?.bib ?? clip.place?.bib;
    const before = timed[i - 1]?.clip;
    return bib !== undefined && bib !== (before?.bound?.bib ?? before?.place?.bib);
  });
  let last = Number.NEGATIVE_INFINITY;
  return (
    <svg
      viewBox="0 0 1200 74"
      className="mt-2 block w-full max-[820px]:hidden"
      role="img"
      aria-label={`${timed.length} clips from ${timeOfDay(from, timeZone)} to ${timeOfDay(to, timeZone)}`}
    >
      <path d={`M${LEFT} ${TOP + 12}H${RIGHT}`} stroke="var(--track)" strokeWidth="7" />
      {hours.map((h) => (
        <text key={h.at} x={x(h.at)} y={HEIGHT + 12} fontSize="13" textAnchor="middle" fill="var(--soft)">
          {h.name}
        </text>
      ))}
      {named.map(({ clip, at }) => {
        if (x(at) - last < 22) return null;
        last = x(at);
        return (
          <text key={clip.id} x={x(at)} y={TOP - 8} fontSize="15" textAnchor="middle" fill="var(--ink)" className="sign">
            {clip.bound?.bib ?? clip.place?.bib}
          </text>
        );
      })}
      {timed.map(({ clip, at }) => {
        const stand = standOf(clip, camera);
        const own = clip.id === inHand?.id;
        return (
          // The list below is the way for keys; this one is for a hand.
          <g key={clip.id} onClick={() => onClip(clip)} className="cursor-pointer">
            <rect x={x(at) - 5} y={TOP - 4} width="10" height="32" fill="transparent" />
            {stand === 'look' ? (
              <circle
                cx={x(at)}
                cy={TOP + 12}
                r={own ? 8 : 5.5}
                fill="var(--bone)"
                stroke={own ? 'var(--clay)' : 'var(--ink)'}
                strokeWidth="2.5"
              />
            ) : (
              <path
                d={`M${x(at)} ${own ? TOP - 3 : TOP + 3}V${own ? TOP + 27 : TOP + 21}`}
                stroke={
                  own ? 'var(--clay)' : stand === 'placed' ? 'var(--grass)' : stand === 'aside' ? 'var(--rule)' : 'var(--ink)'
                }
                strokeWidth={own ? 4 : 2.5}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** Full hours between two instants, at a place; of a long day every second or later one. */
function fullHours(from: number, to: number, timeZone: string): Array<{ readonly at: number; readonly name: string }> {
  const first = from + (60 - (minuteInZone(from, timeZone) % 60)) * 60_000 - (from % 60_000);
  const count = Math.max(0, Math.floor((to - first) / 3_600_000) + 1);
  const every = Math.max(1, Math.ceil(count / 12));
  return Array.from({ length: Math.ceil(count / every) }, (_, i) => first + i * every * 3_600_000).map((at) => ({
    at,
    name: timeOfDay(at, timeZone).slice(0, 5),
  }));
}
