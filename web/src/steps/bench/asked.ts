import { unseenIn, type DeliveryId, type Entry, type ResolvedCheckpoint } from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import { ownScore, scoreEntry, type BenchData } from './bench-data.ts';
import type { BenchWorld } from './bench-world.ts';
import type { BenchProps, Scored } from './types.ts';

type Delivery = BenchProps['deliveries'][number];
type Viewed = Pick<ResolvedCheckpoint, 'id' | 'views'>;

/**
 * The checkpoints that are asked of a delivery. What is asked once of the set is asked where this coach has scored it, else of the last filmed delivery: by then
 * he has seen them all.
 */
export function askedIn(world: BenchWorld, data: BenchData, delivery: Delivery): readonly ResolvedCheckpoint[] {
  const filmed = world.deliveries.filter((d) => world.clips.some((c) => c.deliveryId === d.id));
  const last = (filmed.at(-1) ?? world.deliveries.at(-1))?.id;
  return world.askedOf(delivery.kind).filter((c) => {
    if (c.of === 'delivery') return true;
    const scored = world.deliveries.filter((d) => ownScore(data, d.id, c.id, world.staffId));
    return scored.length > 0 ? scored.some((d) => d.id === delivery.id) : delivery.id === last;
  });
}

const viewsOf = (world: BenchWorld, deliveryId: DeliveryId) =>
  world.clips.filter((c) => c.deliveryId === deliveryId).map((c) => c.view);

/** True when the delivery was filmed, and from none of the views that show this checkpoint. */
export function isUnseen(world: BenchWorld, deliveryId: DeliveryId, checkpoint: Viewed): boolean {
  const filmed = viewsOf(world, deliveryId);
  return filmed.length > 0 && unseenIn(checkpoint, filmed);
}

const NOT_FILMED = 'not filmed from ';
/** Why nothing can be seen, as it is kept beside "not visible". */
const notFilmed = ({ views }: Viewed): string => `${NOT_FILMED}${views.map((v) => VIEW_NAMES[v].toLowerCase()).join(' or ')}`;

/** True for a "not visible" that nobody entered: it followed from the views. */
export const madeBySelf = (score: Pick<Scored, 'level' | 'note'> | null): boolean =>
  score?.level === 'NV' && (score.note?.startsWith(NOT_FILMED) ?? false);

/** Nothing of this coach stands there; or only that it was not filmed, and since then it was. */
export function isOpen(world: BenchWorld, data: BenchData, deliveryId: DeliveryId, checkpoint: Viewed): boolean {
  const own = ownScore(data, deliveryId, checkpoint.id, world.staffId);
  return own === null || (madeBySelf(own) && !isUnseen(world, deliveryId, checkpoint));
}

/** "Not visible" for everything open of a delivery that none of its views shows, but what is in hand. */
export const unseenEntries = (world: BenchWorld, data: BenchData, delivery: Delivery, inHand: string): Entry[] =>
  askedIn(world, data, delivery)
    .filter((c) => c.id !== inHand && isUnseen(world, delivery.id, c) && isOpen(world, data, delivery.id, c))
    .map((c) => scoreEntry({ deliveryId: delivery.id, checkpoint: c.id }, { level: 'NV', faults: [], note: notFilmed(c) }));
