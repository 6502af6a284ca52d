import { take } from '../body-height.ts';
import { shareOfHeight } from '../pose-figure.ts';

export const ballAheadRelease = shareOfHeight(
  {
    id: 'ballAheadRelease',
    name: 'ball ahead of the front ankle',
    definition: 'Ball ahead of the front ankle where it leaves the hand, along the line, over body height.',
    needs: ['release.ball', 'release.ballLater', 'release.frontAnkle'],
    needsBallLead: true,
    drawing: ['release.frontAnkle', 'release.ball'],
    signed: ['ball let go % ahead of the front ankle', 'ball let go % behind the front ankle'],
  },
  (p, t, lead) => {
    // The first frame without the ball in the hand is late: the ball is led back along its path to where it was let go.
    const [ball, later] = [take(p, 'release.ball'), take(p, 'release.ballLater')];
    return t * (ball.x + lead * (later.x - ball.x) - take(p, 'release.frontAnkle').x);
  },
);
