import {
  fineStyle,
  formatLength,
  parseLength,
  parseRun,
  writeLength,
  type LengthStyle,
  type Mm,
} from '@velk/core/ground';
import type { Ask, Given } from '@velk/core/quick';

/** A length with its unit; in millimetres where a fraction would not be it. */
function exactly(length: Mm, style: LengthStyle): string {
  const { remainder } = writeLength(length, fineStyle(style));
  return Math.abs(remainder) < 0.006
    ? formatLength(length, fineStyle(style))
    : `${Number(length.toFixed(3))} mm`;
}

/**
 * The text an ask starts from; lengths carry their unit, so that an address means the same in every
 * shop.
 */
export function startText(ask: Ask, style: LengthStyle): string {
  if (ask.type === 'length') return exactly(ask.initial, style);
  if (ask.type === 'lengths') return ask.initial.map((l) => exactly(l, style)).join('; ');
  return String(ask.initial);
}

export type Read = { ok: true; value: Given[string] } | { ok: false; message: string };

/** What was typed to an ask, or one sentence why it can't be used. */
export function readAsk(ask: Ask, text: string, style: LengthStyle): Read {
  switch (ask.type) {
    case 'length': {
      const parsed = parseLength(text, style);
      if (!parsed.ok) return { ok: false, message: parsed.message };
      const good = ask.zero ? parsed.value >= 0 : parsed.value > 0;
      return good
        ? { ok: true, value: parsed.value }
        : { ok: false, message: `${ask.label} must be ${ask.zero ? '0 or more' : 'more than 0'}.` };
    }
    case 'number': {
      const value = Number(text.trim().replace(',', '.'));
      return text.trim() !== '' && value >= ask.least && value <= ask.most
        ? { ok: true, value }
        : { ok: false, message: `${ask.label}: a number from ${ask.least} to ${ask.most}.` };
    }
    case 'choice':
      return text in ask.options
        ? { ok: true, value: text }
        : { ok: false, message: `“${text}” is not one of them.` };
    case 'lengths': {
      const run = parseRun(text, style);
      return run.ok ? { ok: true, value: run.values } : { ok: false, message: run.message };
    }
    case 'sum':
      return { ok: true, value: text };
  }
}

/** What was typed to every ask, and what it was answered with once all of it can be read. */
export function readAll(
  asks: readonly Ask[],
  texts: Readonly<Record<string, string>>,
  style: LengthStyle,
): { read: Record<string, Read>; given: Given | null } {
  const read = Object.fromEntries(asks.map((ask) => [ask.id, readAsk(ask, texts[ask.id]!, style)]));
  const values = Object.entries(read).flatMap(([id, r]) => (r.ok ? [[id, r.value] as const] : []));
  return { read, given: values.length === asks.length ? Object.fromEntries(values) : null };
}
