import { roundTo, say } from '../../../ground/index.ts';
import { blind, CORNERS, withCorners, type BlindParams } from '../blind/index.ts';
import type { JointKind } from '../kind.ts';
import { comingOut, reachOut } from './comingOut.ts';
import { throughSchema, type ThroughParams } from './params.ts';

/**
 * The mortise comes out of the far side, and the tenon with it: wedged, trimmed flush or left
 * proud.
 */
export const through: JointKind<ThroughParams> = {
  id: 'through',
  title: 'Through mortise and tenon',
  told: 'The tenon’s end shows on the far side.',
  where: 'along',
  picture: 'section',
  choices: [CORNERS],
  schema: throughSchema,
  own: ['tenonLength'],
  propose(members, available) {
    /** Thirds among the cutters that reach the far side, where there are any. */
    const deep = available.mortiseWidths.filter(({ reach }) => reach >= reachOut(members));
    const { params, advice } = blind.propose(
      members,
      deep.length ? { ...available, mortiseWidths: deep } : available,
    );
    const { bottomClearance: _, ...rest } = params;
    const trim = roundTo(1.5, available.step, 'up');
    const tenonLength = members.mortised.width + trim;
    return {
      params: { ...rest, tenonLength },
      advice: [
        ...advice,
        {
          id: 'proud',
          dimension: 'proud',
          level: 'reason',
          title: say('Tenon {L}', { L: tenonLength }),
          reason: say(
            'As long as the piece is deep, {V}, and {trim} to trim once the glue has set.',
            {
              V: members.mortised.width,
              trim,
            },
          ),
        },
      ],
    };
  },
  ...comingOut<BlindParams, ThroughParams>(blind, (params) => [params]),
  withChoice: withCorners,
};

export { withPassage, type PassageParams } from './passage.ts';
export { asBlind, type ThroughParams } from './params.ts';
