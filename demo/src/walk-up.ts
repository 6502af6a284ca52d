import { randomSource, type ClipOrder, type FaultCode, type Hand, type ViewId } from '@stride-chalk/fieldcam';

const OFFERED: readonly FaultCode[] = [
  'E2.late',
  'A2.rocks-back',
  'B4.gives-way',
  'G2.upright',
  'B3.stalls',
  'E1.knee-past-ankle',
];

/**
 * What the simulated camera films when a coach asks it for a delivery of a camper of the demo: his own style and one fault of
 * his own by his bib, the same delivery from either view, each camera with a clock of its own.
 */
export function walkUpOrder(
  camper: {
    readonly bib: number;
    readonly ageYears: number;
    readonly hand: Hand;
    readonly heightCentimetres: number;
    readonly delivery: number;
  },
  view: ViewId,
): ClipOrder {
  const seed = 7000 + camper.bib;
  const fault = OFFERED[camper.bib % OFFERED.length]!;
  return {
    pitcher: {
      ageYears: Math.min(18, Math.max(8, camper.ageYears)),
      hand: camper.hand,
      heightMetres: camper.heightCentimetres / 100,
      faults: { [fault]: 0.9 },
      seed,
      delivery: camper.delivery,
    },
    view,
    bib: camper.bib,
    look: camper.bib,
    framesPerSecond: 120,
    codec: 'h264',
    startSeconds: 0.02 + 0.19 * randomSource(seed * 31 + camper.delivery * 7 + (view === 'front' ? 3 : 0)).uniform(),
  };
}
