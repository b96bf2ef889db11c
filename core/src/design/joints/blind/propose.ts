import { roundTo, say, type Mm } from '../../../ground/index.ts';
import { nearestWidth, type Available } from '../../../shop/index.ts';
import type { Advice, Members } from '../kind.ts';
import { entryDepth, type BlindParams } from './params.ts';

/** How deep the shop's cutters go in a mortise so wide; as deep as one likes where none is. */
export const reachOf = (mortiseWidth: Mm, { mortiseWidths }: Available): Mm =>
  mortiseWidths.find(({ width }) => width === mortiseWidth)?.reach ?? Infinity;

/**
 * Proportions for two pieces of wood, by thirds (common practice): the mortise takes the nearest
 * width the shop can make, the tenon follows it.
 */
export function proposeBlind(
  members: Members,
  available: Available,
): { params: BlindParams; advice: Advice[] } {
  const { tenoned, mortised } = members;
  const { corners, step } = available;
  const nearest = (length: Mm) => roundTo(length, step, 'nearest');
  const least = (...lengths: Mm[]) => roundTo(Math.min(...lengths), step, 'down');
  /** A rail thicker than its stile is not the one that sets the size. */
  const thinner = Math.min(tenoned.thickness, mortised.thickness);
  const third = thinner / 3;
  const mortiseWidth = nearestWidth(third, available) ?? third;
  const faceClearance = available.targetClearance;
  const t = mortiseWidth - faceClearance;
  const V = entryDepth(mortised);
  const bottomClearance = roundTo(1.5, step, 'up');
  const usual = least(
    nearest((V * 2) / 3),
    V - 6 - bottomClearance,
    reachOf(mortiseWidth, available) - bottomClearance,
  );
  const tenonLength = Math.max(usual, V / 5);
  const edge = Math.min(
    nearest(10),
    Math.max(roundTo(3, step, 'nearest'), nearest(tenoned.width / 7)),
  );
  const tenonWidth = least(tenoned.width - 2 * edge, 100, 6 * t);
  const edgeShoulder = (tenoned.width - tenonWidth) / 2;
  const params: BlindParams = {
    mortiseWidth,
    faceClearance,
    faceShoulder: (thinner - t) / 2,
    tenonWidth,
    edgeShoulder,
    tenonLength,
    endClearance: corners === 'clear' ? roundTo(mortiseWidth, step, 'up') : step / 2,
    bottomClearance,
    setBack: 0,
    position:
      edgeShoulder + nearest(Math.min(25, Math.max(0, (mortised.length - tenoned.width) / 4))),
    corners,
  };
  const reason = say(
    'A third of {thickness} is {third}. Of the widths your cutters make, {width} is nearest. The tenon follows it.',
    {
      thickness: thinner,
      third,
      width: mortiseWidth,
    },
  );
  return {
    params,
    advice: [
      {
        id: 'thirds',
        dimension: 'mortiseWidth',
        level: 'reason',
        title: say('Mortise {width}', { width: mortiseWidth }),
        reason,
      },
    ],
  };
}
