import type { ViewId } from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';

/** The two views that every delivery needs, then those that some film besides. */
export const VIEWS: ReadonlyArray<readonly [ViewId, string]> = (['openSide', 'front', 'closedSide', 'rear'] as const).map(
  (view) => [view, VIEW_NAMES[view]],
);
