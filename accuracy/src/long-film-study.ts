import { findDeliveries, motionSeries, type FoundDelivery } from '@stride-chalk/core';
import { longFilm } from '@stride-chalk/fieldcam';

const [WIDTH, HEIGHT, EVERY] = [128, 72, 0.1];

export interface LongFilmStudy {
  readonly deliveries: number;
  /** How many lie whole in a clip that was cut. */
  readonly whole: number;
  readonly finds: number;
  /** How many of the finds hold a delivery whole. */
  readonly right: number;
  /** Cuts whose ends fall into a delivery. */
  readonly cutInto: number;
}

/** Looks for deliveries in simulated films that run on, and compares with what they show. */
export function longFilmStudy(from: number, to: number, onFilm?: (seed: number, words: string) => void): LongFilmStudy {
  const sum = { deliveries: 0, whole: 0, finds: 0, right: 0, cutInto: 0 };
  for (let seed = from; seed <= to; seed += 1) {
    const film = longFilm({
      seed,
      view: seed % 2 ? 'openSide' : 'front',
      width: WIDTH,
      height: HEIGHT,
      deliveries: 3 + (seed % 3),
    });
    const next = motionSeries();
    const samples = [];
    for (let t = 0; t < film.seconds; t += EVERY) {
      const sample = next({ width: WIDTH, height: HEIGHT, pixels: film.greyAt(t), seconds: t });
      if (sample) samples.push(sample);
    }
    const found = findDeliveries(samples);
    const holds = (f: FoundDelivery, d: (typeof film.deliveries)[number]): boolean => f.start <= d.firstMove && f.end >= d.finish;
    const inside = (t: number): boolean => film.deliveries.some((d) => t > d.firstMove && t < d.finish);
    const lost = film.deliveries.filter((d) => !found.some((f) => holds(f, d)));
    const wrong = found.filter((f) => !film.deliveries.some((d) => holds(f, d)));
    const into = found.filter((f) => inside(f.start) || inside(f.end));
    sum.deliveries += film.deliveries.length;
    sum.whole += film.deliveries.length - lost.length;
    sum.finds += found.length;
    sum.right += found.length - wrong.length;
    sum.cutInto += into.length;
    if (lost.length + wrong.length + into.length > 0)
      onFilm?.(
        seed,
        `lost ${lost.map((d) => `${d.firstMove.toFixed(1)}-${d.finish.toFixed(1)}`).join(' ')}; wrong ${wrong.map((f) => `${f.firstMove.toFixed(1)}-${f.finish.toFixed(1)}`).join(' ')}; into ${into.map((f) => `${f.start.toFixed(1)}-${f.end.toFixed(1)}`).join(' ')}`,
      );
  }
  return sum;
}
