import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { crossOver } from '../widgets/crossing.ts';
import { STAGES } from './places.ts';
import { useAppDispatch, useAppSelector } from '../store.ts';
import type { WorkedOn } from './useWorkedOn.ts';
import { unitsSwitched } from './view.ts';

const inField = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.matches(
    'input:not([type=radio], [type=checkbox], [type=range]), textarea, select, [contenteditable]',
  );

/** Single keys of one room, by letter; dead inside a field, and where they are switched off. */
export function useSingleKeys(keys: Readonly<Record<string, () => void>>): void {
  const on = useAppSelector((s) => s.view.shortcuts);
  const current = useRef(keys);
  current.current = keys;
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!on || event.ctrlKey || event.metaKey || event.altKey || inField(event.target)) return;
      current.current[event.key]?.();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [on]);
}

/** Single keys, dead inside a field; undo, redo and the way to the margin everywhere. */
export function useKeys(job: string | null, worked: WorkedOn | null, onHelp: () => void): void {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const on = useAppSelector((s) => s.view.shortcuts);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const command = event.ctrlKey || event.metaKey;
      if (command && worked && event.key.toLowerCase() === 'z') {
        event.preventDefault();
        /**
         * What was typed here and could not be read goes first, as with Escape; what is unread
         * elsewhere stays.
         */
        const unread =
          event.target instanceof HTMLElement &&
          event.target.getAttribute('aria-invalid') === 'true';
        if (unread)
          event.target.dispatchEvent(
            new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }),
          );
        else if (event.shiftKey) worked.redo();
        else worked.undo();
      } else if (command && worked && event.key.toLowerCase() === 'y') {
        event.preventDefault();
        worked.redo();
      } else if (event.key === 'F6') {
        event.preventDefault();
        crossOver();
      } else if (!on || command || event.altKey || inField(event.target)) {
        return;
      } else if (event.key === 'u') dispatch(unitsSwitched());
      else if (event.key === '?') onHelp();
      else if (event.key === '/') {
        event.preventDefault();
        void navigate('/quick');
      } else if (job) {
        const stage = STAGES[Number(event.key) - 1];
        if (stage) void navigate(`/job/${job}/${stage.id}`);
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [dispatch, navigate, job, worked, on, onHelp]);
}
