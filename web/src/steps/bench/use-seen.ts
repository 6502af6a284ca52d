import { useCallback, useEffect, useRef } from 'react';

/** How much of a picture has to lie on the screen to be seen. */
const SEEN = 0.6;

/**
 * Tells of pictures that have been drawn when they lie on the screen: of a list that scrolls more is drawn than anybody has seen.
 *
 * @returns what is called with an element once its picture is drawn in it
 */
export function useSeen<T>(seen: (item: T) => void): (element: Element, item: T) => void {
  const drawn = useRef(new Map<Element, T>());
  const watch = useRef<IntersectionObserver | null>(null);
  const latest = useRef(seen);
  latest.current = seen;
  useEffect(() => {
    const observer = new IntersectionObserver(
      (entries) => {
        for (const { target, intersectionRatio } of entries) {
          const item = drawn.current.get(target);
          if (item === undefined || intersectionRatio < SEEN) continue;
          observer.unobserve(target);
          latest.current(item);
        }
      },
      { threshold: SEEN },
    );
    watch.current = observer;
    return () => observer.disconnect();
  }, []);
  return useCallback((element, item) => {
    drawn.current.set(element, item);
    // Watched anew: a picture that was drawn again is told of again.
    watch.current?.unobserve(element);
    watch.current?.observe(element);
  }, []);
}
