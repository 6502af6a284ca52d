import { take } from '../body-height.ts';
import { shareOfHeight, shouldersAt } from '../pose-figure.ts';
import { midpoint } from '../position.ts';

export const ballAheadOfShoulders = shareOfHeight(
  {
    id: 'ballAheadOfShoulders',
    name: 'ball ahead of the shoulders',
    definition: 'Ball ahead of the middle of the shoulders where it leaves the hand, along the line, over body height.',
    needs: ['release.ball', 'release.ballLater', ...shouldersAt('release')],
    needsBallLead: true,
    drawing: [shouldersAt('release'), 'release.ball'],
    signed: ['ball let go % ahead of the shoulders', 'ball let go % behind the shoulders'],
  },
  (p, t, lead) => {
    const [ball, later] = [take(p, 'release.ball'), take(p, 'release.ballLater')];
    const shoulders = midpoint(take(p, 'release.throwingShoulder'), take(p, 'release.gloveShoulder'));
    return t * (ball.x + lead * (later.x - ball.x) - shoulders.x);
  },
);
