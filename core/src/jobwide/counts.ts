import { inARow, type Joint } from '../exchange/index.ts';
import type { Advice, MemberName } from '../joints/index.ts';
import type { Occurrence } from '../setups/index.ts';
import { sameHand } from '../simulate/index.ts';
import { say } from '../units/index.ts';

/** As many tenons as mortises, of either hand. */
export function countAdvice(joint: Joint, { tenoned, mortised }: Record<MemberName, Occurrence[]>): Advice[] {
  const sum = (list: Occurrence[]) => list.reduce((n, o) => n + o.count, 0);
  /** Of a row every mortise has a tenon of its own. */
  const row = inARow(joint);
  const [tenons, mortises] = [sum(tenoned), row * sum(mortised)];
  const warning = (id: string, title: string, reason: string): Advice => ({
    id,
    dimension: 'count',
    level: 'warning',
    title: say(title),
    reason: say(reason),
  });
  if (tenons !== mortises)
    return [warning('count', 'Counts differ', `${joint.name}: ${tenons} tenons, but ${mortises} mortises.`)];
  const lone = tenoned.find((t) => row * sum(mortised.filter((m) => sameHand(t, m))) !== t.count);
  return lone
    ? [
        warning(
          'hand',
          'Left and right parts',
          `${joint.name}: ${lone.count} tenons at end ${lone.end.toUpperCase()}, but not as many mortises of that hand. A part can be turned, not mirrored: lay half of them out from the other end.`,
        ),
      ]
    : [];
}
