import { useEffect, useRef, type RefObject } from 'react';

/** Scrolls a row of a list into sight whenever another one is in hand; `place` names which. */
export function useKeptInSight(row: RefObject<HTMLElement | null>, place: string): void {
  const seen = useRef('');
  useEffect(() => {
    if (seen.current === place) return;
    seen.current = place;
    row.current?.scrollIntoView({ block: 'nearest' });
  }, [row, place]);
}
