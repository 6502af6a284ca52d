import type { CameraClip, LoggedThrow, PlannedVisit, SeenSlate, SortedClip, ThrowLog } from '@stride-chalk/core';
import { randomSource } from '@stride-chalk/fieldcam';

/** What a simulated day of filming leaves, and what is true of it. */
export interface SimulatedDay {
  readonly clips: readonly CameraClip[];
  readonly log: ThrowLog;
  /** What each clip shows: the key of the place at which it belongs; null for a false start. */
  readonly truth: ReadonlyMap<string, string | null>;
}

export interface DayOrder {
  readonly seed: number;
  readonly campers?: number;
  readonly cameras?: number;
  readonly withSlates?: boolean;
  readonly withTaps?: boolean;
}

const SECOND = 1000;
const DAY = Date.UTC(2026, 6, 6, 13, 0, 0);

/**
 * A day at one mound: campers throw three to five deliveries each, nearly in the order of the plan; cameras with wrong clocks film them, some files are lost, some show nothing; somebody taps most throws, most slates
 * are read. Half of the days have slates with the time of a phone, the others printed cards.
 */
export function simulatedDay({ seed, campers = 40, cameras, withSlates = true, withTaps = true }: DayOrder): SimulatedDay {
  const r = randomSource(40_000 + seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - r.uniform())) * Math.cos(2 * Math.PI * r.uniform());
  const between = (a: number, b: number): number => a + (b - a) * r.uniform();
  const order = Array.from({ length: campers }, (_, k) => k);
  // Two out of order.
  const [one, other] = [Math.floor(between(0, campers)), Math.floor(between(0, campers))];
  [order[one], order[other]] = [order[other]!, order[one]!];

  const counts = order.map(() => 3 + Math.floor(between(0, 3)));
  const visits: PlannedVisit[] = order
    .map((_, k) => k)
    .map((k) => ({
      bib: 10 + k,
      at: DAY + k * 240 * SECOND,
      throws: r.uniform() < 0.9 ? counts[k]! : Math.max(2, counts[k]! + (r.uniform() < 0.5 ? 1 : -1)),
      mound: null,
    }));

  const throws: LoggedThrow[] = [];
  const thrown: Array<{ readonly bib: number; readonly at: number; readonly first: boolean; readonly key: string }> = [];
  const starts: Array<{ readonly at: number; readonly camera: number | null }> = [];
  const many = cameras ?? 2 + (seed % 2);
  /** Half of the false starts are the camper's, and every camera may have them; the others are one camera's own. */
  const falseStart = (at: number): void => {
    if (r.uniform() < 0.5) starts.push({ at, camera: null });
    else for (let c = 0; c < many; c += 1) if (r.uniform() < 0.8) starts.push({ at: at - between(-5, 5) * SECOND, camera: c });
  };
  let now = DAY + between(-120, 600) * SECOND;
  for (const camper of order) {
    const bib = 10 + camper;
    now += Math.exp(Math.log(75) + 0.4 * normal()) * SECOND;
    const moments: Array<{ at: number; told: string | null }> = [];
    for (let k = 0; k < counts[camper]!; k += 1) {
      if (k > 0) now += Math.exp(Math.log(30) + 0.25 * normal()) * SECOND;
      if (k > 0 && r.uniform() < 0.05) falseStart(now - between(8, 20) * SECOND);
      else if (k === 0 && r.uniform() < 0.05) falseStart(now - between(10, 40) * SECOND);
      const told = withTaps && r.uniform() < 0.9 ? `t${bib}-${k}` : null;
      moments.push({ at: now, told });
      // Some are told late, but never after the next one.
      const late = 1.5 + Math.abs(1.2 * normal()) + (r.uniform() < 0.05 ? Math.min(15, -10 * Math.log(1 - r.uniform())) : 0);
      if (told) {
        const before = throws.at(-1)?.at ?? 0;
        throws.push({ id: told, bib, at: Math.max(before + SECOND, now + late * SECOND), mound: null });
      }
    }
    const keys = keysOf(
      bib,
      moments.map((m) => m.told),
    );
    for (const [k, m] of moments.entries()) thrown.push({ bib, at: m.at, first: k === 0, key: keys[k]! });
  }

  const clips: CameraClip[] = [];
  const truth = new Map<string, string | null>();
  const withTime = seed % 2 === 0;
  for (let c = 0; c < many; c += 1) {
    const camera = `camera ${c + 1}`;
    const offset = between(-12, 12) * 60 * SECOND;
    const drift = (between(-2, 2) * SECOND) / (3600 * SECOND);
    const onCamera = (at: number): number => at - offset - drift * (at - DAY);
    const film = (at: number, length: readonly [number, number], slates: SeenSlate[], key: string | null): void => {
      const id = `${camera}-${clips.length}`;
      // Files say when they began to the second.
      const start = SECOND * Math.floor(onCamera(at - length[0] * SECOND) / SECOND);
      clips.push({ id, camera, start, end: start + (length[0] + length[1]) * SECOND, release: null, shows: null, slates });
      truth.set(id, key);
    };
    const events = [
      ...thrown.map((t) => ({ ...t, real: true })),
      ...starts
        .filter((s) => (s.camera === null ? r.uniform() < 0.9 : s.camera === c))
        .map(({ at }) => ({ at, bib: 0, first: false, key: '', real: false })),
    ].sort((a, b) => a.at - b.at);
    for (const event of events) {
      if (!event.real) {
        const length = Math.exp(Math.log(5) + 0.5 * normal());
        film(event.at, [length / 2, length / 2], [], null);
        continue;
      }
      const length = [between(2.5, 5), between(1.5, 4)] as const;
      const read = withSlates && event.first && r.uniform() < 0.9;
      if (r.uniform() < 0.03) continue;
      const shown = event.at - (length[0] - 0.5) * SECOND;
      film(
        event.at,
        length,
        read
          ? [{ bib: event.bib, view: null, instant: withTime ? 100 * Math.floor(shown / 100) : null, at: onCamera(shown) }]
          : [],
        event.key,
      );
    }
  }
  return { clips, log: { throws, visits }, truth };
}

/** The key of each throw of a visit: its tap, or the gap between taps in which it lies and the how-manieth it is there. */
function keysOf(bib: number, told: ReadonlyArray<string | null>): string[] {
  const first = told.find((t) => t !== null);
  if (first === undefined) return told.map((_, k) => `${bib}/untold ${k}`);
  return told.map((id, k) => {
    if (id !== null) return `throw ${id}`;
    const gap = told.slice(0, k).filter((t) => t !== null).length;
    let [begin, end] = [k, k];
    while (begin > 0 && told[begin - 1] === null) begin -= 1;
    while (end + 1 < told.length && told[end + 1] === null) end += 1;
    const nth = gap === 0 ? Math.max(0, 1 - (end - k)) : Math.min(1, k - begin);
    return `${bib}/${first} gap ${gap}.${nth}`;
  });
}

/** Whether a clip was put where it belongs. */
export function isRight(sorted: SortedClip, truth: string | null): boolean {
  if (sorted.place === null || truth === null) return (sorted.place?.key ?? null) === truth;
  if (sorted.place.key === truth) return true;
  const untold = /^(\d+)\/untold (\d+)$/.exec(truth);
  return untold !== null && new RegExp(`^${untold[1]}/(plan|slate \\d+) ${untold[2]}$`).test(sorted.place.key);
}
