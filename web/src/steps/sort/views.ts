import type { ViewId } from '@stride-chalk/core';

/** The two views that every delivery needs, then those that some film besides. */
export const VIEWS: ReadonlyArray<readonly [ViewId, string]> = [
  ['openSide', 'Open side'],
  ['front', 'Front'],
  ['closedSide', 'Closed side'],
  ['rear', 'Rear'],
];
export const viewName = (view: ViewId): string => VIEWS.find(([id]) => id === view)![1];
