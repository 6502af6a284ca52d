import type { EventId } from '../keyframes/events.ts';
import { ANY_VIEW, OUR_DEFINITION, PERCENT, type TimeFigure } from './figure.ts';

type Own = Pick<TimeFigure, 'id' | 'name' | 'definition'> & Partial<Pick<TimeFigure, 'signed' | 'bands'>>;

/** A time that can be before or after. */
export const SIGNED_TIME = { unit: 'milliseconds', limits: [null, null] } as const;

/** The time between two key frames. */
export const timeFigure = ({ from, to, ...own }: Own & { readonly from: EventId; readonly to: EventId }): TimeFigure => ({
  kind: 'time',
  views: ANY_VIEW,
  unit: 'seconds',
  bands: { unit: 'milliseconds', limits: [0, null] },
  drawing: [],
  signed: null,
  needsFlight: false,
  source: OUR_DEFINITION,
  ...own,
  needs: [from, to],
  value: (at) => at(to) - at(from),
});

/** When something happens between two key frames, as a share of the time from the one to the other. */
export const timeShare = ({
  from,
  at: moment,
  to,
  ...own
}: Own & { readonly from: EventId; readonly at: EventId; readonly to: EventId }): TimeFigure => ({
  ...timeFigure({ ...own, from, to }),
  unit: 'ratio',
  bands: PERCENT,
  needs: [from, moment, to],
  value: (at) => (at(moment) - at(from)) / (at(to) - at(from)),
});
