import { useEffect, useRef, useState, type RefObject } from 'react';

/** The width of what the ref is put on, as it changes; 0 until it is drawn. */
export function useWidth(): readonly [RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const follow = new ResizeObserver(() => setWidth(Math.floor(element.clientWidth)));
    follow.observe(element);
    return () => follow.disconnect();
  }, []);
  return [ref, width];
}
