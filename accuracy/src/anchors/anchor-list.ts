import type { Aims, JointId, TrueFigures, ViewId } from '@stride-chalk/fieldcam';

/** A checkpoint that the simulated figure can show: by which figure, and by which number of its motion that figure is led. */
export interface Anchor {
  readonly checkpoint: string;
  readonly figure: keyof TrueFigures;
  /** The fault that is drawn, its strength led from 0; or a number of the plan. */
  readonly by: { readonly fault: string } | { readonly aim: keyof Aims; readonly range: readonly [number, number] };
  /** The side of the band on which the lower levels lie. */
  readonly side: 'below' | 'above';
  readonly view: ViewId;
  /** Joints that the drawing joins. */
  readonly chalk: readonly JointId[];
  /** Where in the wanted band level 3 is drawn, where its middle is out of the figure's reach. */
  readonly best?: number;
}

/** In the order of the sheet. What is missing here cannot be told on a figure of lines, or the figure's motion has no number for it. */
export const ANCHORS: readonly Anchor[] = [
  {
    checkpoint: 'A1',
    figure: 'baseWidth',
    by: { aim: 'baseWidth', range: [0.02, 0.6] },
    side: 'below',
    view: 'openSide',
    chalk: ['backAnkle', 'frontAnkle'],
    best: 96,
  },
  {
    checkpoint: 'A2',
    figure: 'rockBack',
    by: { aim: 'rockBack', range: [0, 0.2] },
    side: 'above',
    view: 'openSide',
    chalk: ['head', 'backAnkle'],
  },
  {
    checkpoint: 'B1',
    figure: 'kneeLift',
    by: { aim: 'kneeLift', range: [-0.2, 0.2] },
    side: 'below',
    view: 'openSide',
    chalk: ['frontHip', 'frontKnee'],
  },
  {
    checkpoint: 'B3',
    figure: 'pelvisAhead',
    by: { aim: 'pelvisAheadAtTop', range: [-0.16, 0.25] },
    side: 'below',
    view: 'openSide',
    chalk: ['backHip', 'backAnkle'],
  },
  {
    checkpoint: 'B4',
    figure: 'backKneeLoad',
    by: { aim: 'backKneeInLoad', range: [55, 170] },
    side: 'below',
    view: 'openSide',
    chalk: ['backHip', 'backKnee', 'backAnkle'],
  },
  {
    checkpoint: 'C3',
    figure: 'backShinDrive',
    by: { aim: 'backShinAtDrive', range: [5, 60] },
    side: 'below',
    view: 'openSide',
    chalk: ['backKnee', 'backAnkle'],
  },
  {
    checkpoint: 'D1',
    figure: 'footOpensShare',
    by: { fault: 'D1.opens-early' },
    side: 'below',
    view: 'openSide',
    chalk: ['frontHeel', 'frontToe'],
  },
  {
    checkpoint: 'D2',
    figure: 'stride',
    by: { fault: 'D2.short' },
    side: 'below',
    view: 'openSide',
    chalk: ['backAnkle', 'frontAnkle'],
  },
  {
    checkpoint: 'D3',
    figure: 'landingOffset',
    by: { aim: 'landingOffset', range: [-0.35, 0.4] },
    side: 'below',
    view: 'front',
    chalk: ['frontHeel', 'frontToe'],
  },
  {
    checkpoint: 'E1',
    figure: 'frontShinContact',
    by: { aim: 'frontShinAtContact', range: [-40, 30] },
    side: 'below',
    view: 'openSide',
    chalk: ['frontHip', 'frontKnee', 'frontAnkle'],
  },
  {
    checkpoint: 'E2',
    figure: 'forearmContact',
    by: { aim: 'forearmAtContact', range: [-40, 110] },
    side: 'below',
    view: 'openSide',
    chalk: ['throwingShoulder', 'throwingElbow', 'throwingWrist'],
  },
  {
    checkpoint: 'E4',
    figure: 'trunkContact',
    by: { aim: 'trunkAtContact', range: [-40, 30] },
    side: 'above',
    view: 'openSide',
    chalk: ['frontHip', 'gloveShoulder'],
  },
  {
    checkpoint: 'E5',
    figure: 'gloveHeightContact',
    by: { aim: 'gloveDrop', range: [0, 1] },
    side: 'below',
    view: 'openSide',
    chalk: ['gloveShoulder', 'gloveElbow', 'glove'],
  },
  {
    checkpoint: 'F2',
    figure: 'frontKneeChange',
    by: { aim: 'frontKneeChange', range: [-50, 60] },
    side: 'below',
    view: 'openSide',
    chalk: ['frontHip', 'frontKnee', 'frontAnkle'],
  },
  {
    checkpoint: 'F4',
    figure: 'layback',
    by: { aim: 'layback', range: [110, 185] },
    side: 'below',
    view: 'openSide',
    chalk: ['throwingElbow', 'throwingWrist'],
  },
  {
    checkpoint: 'G1',
    figure: 'frontKneeRelease',
    by: { aim: 'frontKneeChange', range: [-60, 40] },
    side: 'below',
    view: 'openSide',
    chalk: ['frontHip', 'frontKnee', 'frontAnkle'],
  },
  {
    checkpoint: 'G2',
    figure: 'trunkRelease',
    by: { aim: 'trunkAtRelease', range: [-10, 70] },
    side: 'below',
    view: 'openSide',
    chalk: ['frontHip', 'gloveShoulder', 'head'],
  },
  { checkpoint: 'G4', figure: 'headOffLine', by: { fault: 'G4.pulls-off' }, side: 'above', view: 'front', chalk: ['head'] },
];
