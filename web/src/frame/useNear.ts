import { useEffect, useState, type RefObject } from 'react';

/** Rows this far from what is seen are drawn in full, px. */
const AHEAD = 900;

const heard = new WeakMap<Element, () => void>();
let watch: IntersectionObserver | undefined;

/** One for all rows. */
const watching = (): IntersectionObserver =>
  (watch ??= new IntersectionObserver(
    (entries) =>
      entries.forEach(({ isIntersecting, target }) => isIntersecting && heard.get(target)?.()),
    { rootMargin: `${AHEAD}px 0px` },
  ));

/** Whether an element has been near what is seen; true at once where nobody asks. */
export function useNear(element: RefObject<Element | null>, asked: boolean): boolean {
  const [near, setNear] = useState(false);
  useEffect(() => {
    const own = element.current;
    if (!asked || near || !own) return;
    heard.set(own, () => setNear(true));
    watching().observe(own);
    return () => watching().unobserve(own);
  }, [element, asked, near]);
  return near || !asked;
}
