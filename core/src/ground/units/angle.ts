import type { LengthStyle } from './length.ts';
import { LONGEST, parseLength } from './parseLength.ts';

export type ParsedAngle = { ok: true; value: number } | { ok: false; message: string };

/** What stands between rise and run: `1 in 6`, `1:6`, `20 on 120 mm`. */
const SLOPE = /^(-?)\s*(.+?)\s*(?::|\s(?:in|on|over)\s)\s*(.+)$/i;

/**
 * Reads an angle off square as people write it: `7.5`, `7,5°`, `-4 degrees`, or as a slope, rise
 * over run: `1 in 6`, `1:6`, `20 on 120 mm`.
 * @returns degrees, or a message
 */
export function parseAngle(text: string, style: LengthStyle): ParsedAngle {
  if (text.length > LONGEST)
    return { ok: false, message: `An angle is written in at most ${LONGEST} characters.` };
  const trimmed = text.trim();
  const plain = /^([-+−]?\d+(?:[.,]\d+)?|[-+−]?[.,]\d+)\s*(?:°|deg(?:rees?)?\.?)?$/i.exec(trimmed);
  if (plain) return { ok: true, value: Number(plain[1]!.replace(',', '.').replace('−', '-')) };
  const slope = SLOPE.exec(trimmed);
  const [rise, run] = [slope?.[2], slope?.[3]].map((part) =>
    part === undefined ? undefined : parseLength(part, style),
  );
  if (slope && rise?.ok && run?.ok && run.value > 0) {
    const degrees = (Math.atan2(rise.value, run.value) * 180) / Math.PI;
    return { ok: true, value: Number((slope[1] ? -degrees : degrees).toFixed(6)) };
  }
  return {
    ok: false,
    message: `“${trimmed}” can’t be read as an angle. Type degrees, such as 7.5, or a slope, such as 1 in 6.`,
  };
}

/** An angle in figures: to a hundredth of a degree. */
export const formatAngle = (degrees: number): string => `${Number(degrees.toFixed(2))}°`;
