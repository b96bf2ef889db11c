import { say } from '../../units/index.ts';
import { nearestWidth, type Available } from '../../tooling/index.ts';
import type { Advice, Members } from '../kind.ts';
import { entryDepth, type BlindParams } from './params.ts';

/**
 * Proportions for two pieces of wood, by thirds (common practice): the mortise takes the nearest width the shop can
 * make, the tenon follows it.
 */
export function proposeBlind(members: Members, available: Available): { params: BlindParams; advice: Advice[] } {
  const { tenoned, mortised } = members;
  const third = tenoned.thickness / 3;
  const mortiseWidth = nearestWidth(third, available) ?? third;
  const faceClearance = available.targetClearance;
  const t = mortiseWidth - faceClearance;
  const V = entryDepth(mortised);
  const bottomClearance = 2;
  const reach = available.mortiseWidths.find(({ width }) => width === mortiseWidth)?.reach ?? Infinity;
  const usual = Math.min(Math.round((V * 2) / 3), V - 6 - bottomClearance, reach - bottomClearance);
  const tenonLength = Math.max(usual, V / 5);
  const edge = Math.min(10, Math.max(3, Math.round(tenoned.width / 7)));
  const tenonWidth = Math.min(tenoned.width - 2 * edge, 100);
  const { corners } = available;
  const edgeShoulder = (tenoned.width - tenonWidth) / 2;
  const params: BlindParams = {
    mortiseWidth,
    faceClearance,
    faceShoulder: (tenoned.thickness - t) / 2,
    tenonWidth,
    edgeShoulder,
    tenonLength,
    endClearance: corners === 'clear' ? Math.ceil(mortiseWidth) + 0.5 : 0.5,
    bottomClearance,
    setBack: 0,
    position: edgeShoulder + Math.min(25, Math.max(0, (mortised.length - tenoned.width) / 4)),
    corners,
  };
  const reason = say(
    'A third of {thickness} is {third}. Of the widths your cutters make, {width} is nearest. The tenon follows it.',
    {
      thickness: tenoned.thickness,
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
