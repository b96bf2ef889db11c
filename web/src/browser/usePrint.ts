import { useEffect } from 'react';

/** What is folded is unfolded on paper, and folded again after it. */
export function usePrint(): void {
  useEffect(() => {
    let folded: HTMLDetailsElement[] = [];
    const before = () => {
      folded = [...document.querySelectorAll('details')].filter(({ open }) => !open);
      for (const details of folded) details.open = true;
    };
    const after = () => {
      for (const details of folded) details.open = false;
    };
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, []);
}
