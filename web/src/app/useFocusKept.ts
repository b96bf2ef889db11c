import { useEffect } from 'react';

const STOPS = 'input, select, textarea, button, a[href], summary, [tabindex="0"]';

/** The first stop in the nearest thing still there that held what had the focus; the work itself at last. */
function nextStop(held: readonly Element[]): HTMLElement | null {
  const work = document.querySelector<HTMLElement>('main');
  const nearest = held.find((e) => e.isConnected && work?.contains(e) && e !== work);
  const stops = [...(nearest?.querySelectorAll<HTMLElement>(STOPS) ?? [])];
  return stops.find((e) => !e.matches(':disabled, [tabindex="-1"]') && e.checkVisibility()) ?? work;
}

/** What had the focus may be removed or switched off by what it did: the focus then goes nearby, never to the page. */
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
      nextStop(held)?.focus();
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
