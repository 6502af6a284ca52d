import { randomSource, type ClipOrder, type ViewId } from '@stride-chalk/fieldcam';
import { CAMP, FILMED_CAMPERS, type DemoCamper } from './camp.ts';
import { ALIVE, fieldConditions } from './field-conditions.ts';

export interface DemoClip {
  readonly bib: number;
  readonly delivery: number;
  readonly view: ViewId;
  readonly fileName: string;
  readonly order: ClipOrder;
}

const yearsOn = (born: string, day: string): number => {
  const years = Number(day.slice(0, 4)) - Number(born.slice(0, 4));
  return day.slice(5) < born.slice(5) ? years - 1 : years;
};

function clipsOf(camper: DemoCamper, look: number): DemoClip[] {
  const film = camper.film;
  if (!film) return [];
  return film.faults.flatMap((faults, delivery) =>
    (['openSide', 'front'] as const).map((view): DemoClip => {
      const webm = camper.bib === 9 && delivery === 1 && view === 'front';
      const start = randomSource(film.seed * 31 + delivery * 7 + (view === 'front' ? 3 : 0)).uniform();
      return {
        bib: camper.bib,
        delivery,
        view,
        fileName: `${camper.bib}-${delivery + 1}-${view === 'front' ? 'front' : 'open-side'}.${webm ? 'webm' : 'mp4'}`,
        order: {
          pitcher: {
            ageYears: yearsOn(camper.born, CAMP.firstDay),
            hand: camper.hand,
            heightMetres: camper.heightCentimetres / 100,
            tempo: film.tempo,
            faults,
            seed: film.seed,
            delivery,
            alive: ALIVE,
          },
          view,
          bib: camper.bib,
          look,
          framesPerSecond: 120,
          startSeconds: 0.02 + 0.19 * start,
          codec: webm ? 'vp9' : 'h264',
          conditions: fieldConditions(look, delivery, view, film.seed),
          quality: webm ? 36 : 23,
        },
      };
    }),
  );
}

/** All clips of the demo camp, as orders to the simulated camera. Their truth is recomputed from the same orders. */
export const DEMO_CLIPS: readonly DemoClip[] = FILMED_CAMPERS.flatMap((camper, i) => clipsOf(camper, i));

/** Whose films of last year's camp are still there beside this year's. */
const RETURNED = 27;
/** One of her deliveries a year ago: a year younger, six centimetres smaller, later with the arm and with a front leg that gave way further. Filmed as this year's are. */
export const RETURNING_CLIPS: readonly DemoClip[] = DEMO_CLIPS.filter((c) => c.bib === RETURNED && c.delivery === 0).map(
  (clip): DemoClip => ({
    ...clip,
    fileName: `returning-${clip.view === 'front' ? 'front' : 'open-side'}.mp4`,
    order: {
      ...clip.order,
      pitcher: {
        ...clip.order.pitcher,
        ageYears: clip.order.pitcher.ageYears - 1,
        heightMetres: clip.order.pitcher.heightMetres! - 0.06,
        faults: { 'F2.gives-way': 1, 'E2.late': 0.7 },
        seed: clip.order.pitcher.seed + 1000,
      },
      look: 3,
      conditions: fieldConditions(3, 0, clip.view, clip.order.pitcher.seed + 1000),
    },
  }),
);
