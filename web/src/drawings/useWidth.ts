import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

/** The width of an element in px, kept up to date. */
export function useWidth<T extends HTMLElement>(): [RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(720);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, width];
}
