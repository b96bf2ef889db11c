import { counted } from '@velk/core/ground';
import type { JobSummary } from '@velk/core/wire';
import { inRoughTime } from '../../widgets/minutes.ts';

/** Where a job is gone on with: the room, what is pressed, and what comes next there. */
export interface NextStep {
  readonly room: string;
  readonly press: 'Begin' | 'Go on' | 'Open';
  readonly next?: string;
  /** Of which parts. */
  readonly of?: string;
}

const made = (joints: number, what: string): string =>
  `${counted(joints, 'joint', 'joints')} that ${what}`;

/** What comes next in a job, by what the list knows of it. */
export function nextStep({ parts, joints, plan, progress }: JobSummary): NextStep {
  if (parts === 0) return { room: 'stock', press: 'Begin', next: 'its parts' };
  if (joints === 0) return { room: 'joints', press: 'Begin', next: 'its joints' };
  if (!plan || !progress) return { room: 'joints', press: 'Open' };
  const { impossible, unrouted } = plan;
  if (impossible > 0)
    return {
      room: 'joints',
      press: 'Go on',
      next: made(impossible, 'can’t be made as drawn'),
    };
  if (unrouted > 0) return { room: 'methods', press: 'Go on', next: made(unrouted, 'no way cuts') };
  const { next, cut } = progress;
  if (!next) return { room: 'log', press: 'Open', next: 'all of it is cut' };
  return {
    room: `floor/${next.id}`,
    press: cut > 0 || next.isBegun ? 'Go on' : 'Begin',
    next: next.title,
    of: next.parts.join(', '),
  };
}

/** How far it is, in words: “33 of 72 cards, 41 h left”. */
export function howFar({ plan, progress }: JobSummary): string | undefined {
  if (!plan || !progress?.cards) return undefined;
  const { cut, cards, minutes, next } = progress;
  const before = plan.isNow ? '' : ', before it was changed';
  if (!next) return `all ${cards} cards cut${before}`;
  const isBegun = cut > 0 || next.isBegun;
  return isBegun
    ? `${cut} of ${cards} cards, ${inRoughTime(minutes)} left${before}`
    : `not begun, ${counted(cards, 'card', 'cards')}, ${inRoughTime(minutes)}${before}`;
}
