import { useEffect } from 'react';

const STOPS = 'input, select, textarea, button, a[href], summary, [tabindex="0"]';

/**
 * To the first stop in the nearest thing still there that held what had the focus; to the work
 * itself at last.
 */
function focusNear(held: readonly Element[]): void {
  const work = document.querySelector<HTMLElement>('main');
  const nearest = held.find((e) => e.isConnected && work?.contains(e) && e !== work);
  const stops = [...(nearest?.querySelectorAll<HTMLElement>(STOPS) ?? [])];
  const stop = stops.find((e) => !e.matches(':disabled, [tabindex="-1"]') && e.checkVisibility());
  /**
   * The work is taller than the window: brought into view, it would push the head of the page out.
   */
  if (stop) stop.focus();
  else work?.focus({ preventScroll: true });
}

/**
 * What had the focus may be removed or switched off by what it did: the focus then goes nearby,
 * never to the page.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let last: Element | null = null;
    let held: readonly Element[] = [];
    const remember = ({ target }: FocusEvent) => {
      if (!(target instanceof Element)) return;
      last = target;
      held = chainOf(target);
    };
    /** Left of one's own will, and so still there a moment later: nothing is to be brought back. */
    const leave = ({ target }: FocusEvent) =>
      queueMicrotask(() => {
        if (target === last && last?.isConnected && !last.matches(':disabled')) last = null;
      });
    const watch = new MutationObserver(() => {
      if (!last || document.activeElement !== document.body) return;
      if (last.isConnected && !last.matches(':disabled')) return;
      last = null;
      focusNear(held);
    });
    document.addEventListener('focusin', remember);
    document.addEventListener('focusout', leave);
    watch.observe(document.body, { childList: true, subtree: true, attributeFilter: ['disabled'] });
    return () => {
      document.removeEventListener('focusin', remember);
      document.removeEventListener('focusout', leave);
      watch.disconnect();
    };
  }, []);
}

function chainOf(element: Element): Element[] {
  const chain: Element[] = [];
  for (let e = element.parentElement; e; e = e.parentElement) chain.push(e);
  return chain;
}
