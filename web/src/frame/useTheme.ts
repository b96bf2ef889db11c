import { useSyncExternalStore } from 'react';
import { useAppSelector } from '../store.ts';

const dark = window.matchMedia('(prefers-color-scheme: dark)');
const follow = (changed: () => void) => {
  dark.addEventListener('change', changed);
  return () => dark.removeEventListener('change', changed);
};

/** Light or dark: as was chosen here, else as the system is. */
export function useTheme(): 'light' | 'dark' {
  const chosen = useAppSelector((s) => s.view.theme);
  const system = useSyncExternalStore(follow, () => (dark.matches ? 'dark' : 'light'));
  return chosen ?? system;
}
