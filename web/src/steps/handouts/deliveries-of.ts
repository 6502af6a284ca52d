import type { Said } from '@stride-chalk/core';

/** How many deliveries a hand-out speaks of, in words: "1 delivery", "3 deliveries". */
export const deliveriesOf = ({ deliveries }: Pick<Said, 'deliveries'>): string =>
  deliveries === 1 ? '1 delivery' : `${deliveries} deliveries`;
