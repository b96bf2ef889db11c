import { useEffect, useRef, useState } from 'react';
import { INCH, LIMITS, type Mm } from '@velk/core/ground';
import { isRecord, readKept, writeKept } from '../browser/storage.ts';

const KEY = 'velk-calliper';
/** Where a calliper’s readings are told on this machine. */
const USUAL_PORT = 4390;
const isPort = (value: unknown): value is number =>
  Number.isInteger(value) && (value as number) > 0 && (value as number) < 65_536;
/** A calliper that isn’t there yet is looked for again after so long, ms. */
const AGAIN = 3000;

/** A reading in mm; nothing where what was sent is no length. */
export function readingIn(text: unknown): Mm | undefined {
  try {
    const sent: unknown = JSON.parse(String(text));
    if (!isRecord(sent) || typeof sent['value'] !== 'number') return undefined;
    const factor = sent['unit'] === 'mm' ? 1 : sent['unit'] === 'in' ? INCH : NaN;
    const value = sent['value'] * factor;
    return value >= 0 && value <= LIMITS.longest ? value : undefined;
  } catch {
    return undefined;
  }
}

/**
 * Readings of a calliper that tells them on this machine, as JSON over a WebSocket. One that types
 * like a keyboard needs nothing of this: its reading goes where the cursor is.
 * @param hear is told each reading, mm
 */
export function useCalliper(hear: (value: Mm) => void) {
  const [port, setPort] = useState(() => readKept(KEY, isPort));
  const [state, setState] = useState<'off' | 'looking' | 'there' | 'odd'>('off');
  const newest = useRef(hear);
  newest.current = hear;
  useEffect(() => {
    if (!port) return setState('off');
    let socket: WebSocket;
    let timer: ReturnType<typeof setTimeout>;
    let over = false;
    const look = () => {
      setState('looking');
      socket = new WebSocket(`ws://127.0.0.1:${port}/`);
      socket.onopen = () => setState('there');
      socket.onmessage = ({ data }) => {
        const value = readingIn(data);
        setState(value === undefined ? 'odd' : 'there');
        if (value !== undefined) newest.current(value);
      };
      socket.onclose = () => {
        if (over) return;
        setState('looking');
        timer = setTimeout(look, AGAIN);
      };
    };
    look();
    return () => {
      over = true;
      clearTimeout(timer);
      socket.close();
    };
  }, [port]);
  const keep = (next: number | null) => {
    writeKept(KEY, next);
    setPort(next ?? undefined);
  };
  return { state, listen: () => keep(USUAL_PORT), leave: () => keep(null) };
}
