import type { ViewId } from '@stride-chalk/core';

/** The views as the staff call them. */
export const VIEW_NAMES: Readonly<Record<ViewId, string>> = {
  openSide: 'Open side',
  closedSide: 'Closed side',
  front: 'Front',
  rear: 'Rear',
};
