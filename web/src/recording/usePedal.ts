import { useEffect, useRef, useState } from 'react';
import { readKept, writeKept } from '../browser/storage.ts';

const KEY = 'velk-pedal';
const isKey = (value: unknown): value is string => typeof value === 'string' && value !== '';
/** Keys that have another use, or are held with others. */
const NONE = ['Tab', 'Escape', 'Shift', 'Control', 'Alt', 'Meta'];

/** A foot pedal, or any key that somebody teaches: pressed, it does what is to do next. */
export function usePedal(press: () => void) {
  const [key, setKey] = useState(() => readKept(KEY, isKey) ?? '');
  const [learning, setLearning] = useState(false);
  const newest = useRef(press);
  newest.current = press;
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (learning) {
        if (event.key !== 'Escape' && NONE.includes(event.key)) return;
        event.preventDefault();
        event.stopPropagation();
        setLearning(false);
        if (event.key === 'Escape') return;
        writeKept(KEY, event.key);
        return setKey(event.key);
      }
      if (!key || event.key !== key || event.repeat) return;
      if (event.target instanceof HTMLInputElement && event.key.length === 1) return;
      event.preventDefault();
      newest.current();
    };
    window.addEventListener('keydown', down, true);
    return () => window.removeEventListener('keydown', down, true);
  }, [key, learning]);
  const forget = () => {
    writeKept(KEY, null);
    setKey('');
  };
  return { key, learning, learn: () => setLearning(true), forget };
}
