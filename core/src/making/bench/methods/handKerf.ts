import type { SlotFeature } from '../../../design/index.ts';
import { say, type Mm } from '../../../ground/index.ts';
import { beforehand, onCutting, given } from '../../setups/index.ts';
import { byHand, handSetup, lineByRule } from '../byHand.ts';
import { called, type Method } from '../../method/method.ts';
import { alongPiece } from '../../method/wedged.ts';

/** The edge that its walls are told from, where that isn’t the piece’s: the tenon left it. */
const edgeLeft = (tenonEdge: Mm | undefined) =>
  tenonEdge === undefined
    ? []
    : [
        given(
          byHand(
            'tenon-edge',
            'Near edge of the tenon',
            tenonEdge,
            'reference-edge',
            'near-edge',
            'width',
            say('edge shoulder {b}', { b: tenonEdge }),
          ),
        ),
      ];

/** One cut of a hand saw, as wide as its kerf: for a wedge. */
export const handKerf: Method<SlotFeature> = {
  id: 'hand-kerf',
  ...called('Saw cut for a wedge', 'by hand'),
  form: 'slot',
  stage: 'slot',
  traits: ['by-hand'],
  lean: { by: 'bevel' },
  applies: (feature) => feature.kerf ?? false,
  refuse: () => [],
  setups({ wall, width: m, depth, lean, stock, tenonEdge }, shop, context) {
    const [p, from] =
      tenonEdge === undefined
        ? ([wall, 'reference-edge'] as const)
        : ([wall - tenonEdge, 'near-edge'] as const);
    const told =
      from === 'near-edge' ? 'from the tenon’s near edge {p}' : 'from the {reference edge} {p}';
    const near = lineByRule(shop, 'nearest')(
      'near',
      'Line, near side of the cut',
      p,
      from,
      'near-wall',
      'width',
      say(told, { p }),
    );
    const far = byHand(
      'far',
      'Far side of the cut',
      near.aim + m,
      from,
      'far-wall',
      'width',
      say('near side {p} + the saw’s kerf {m}', { p, m }),
    );
    return [
      handSetup(
        {
          id: `${context.joint}.hand-kerf`,
          method: handKerf.id,
          title: handKerf.title,
          carrier: 'saw-and-chisel',
          stage: 'slot',
          figures: [
            ...edgeLeft(tenonEdge),
            near,
            given(far),
            byHand(
              'floor',
              'Line, foot of the cut',
              alongPiece(lean, 'along', depth),
              'tip',
              'floor',
              'length',
              lean
                ? say('{depth} square to the tenon’s end; along the piece from its corner', {
                    depth,
                  })
                : say('from the tenon’s end {depth}', { depth }),
            ),
          ],
          reminders: [
            beforehand('The kerf is {m}: try the saw on scrap; a wedge fills what it cuts.', { m }),
            onCutting(
              'In brittle wood bore a small relief hole at the foot first, and saw down to it.',
            ),
          ],
        },
        'Saw straight down beside the line to the foot, in line with the tenon',
        context,
        { sawn: stock.thickness * depth },
      ),
    ];
  },
};
