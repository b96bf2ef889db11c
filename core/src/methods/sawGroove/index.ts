import type { GrooveFeature } from '../../joints/index.ts';
import type { LengthFigure, Pass } from '../../setups/index.ts';
import { toolById, toolsOf, type Shop } from '../../tooling/index.ts';
import { say } from '../../units/index.ts';
import { EDGE_WORDS } from '../edges.ts';
import { figuresFor, type Method } from '../method.ts';
import { kerfFences, kerfWords } from '../kerfs.ts';
import { missing, over, tooClose, under } from '../refusal.ts';
import { sawKerf } from '../upright.ts';

/** Fence to each kerf. */
const fencesOf = ({ wall, width }: Pick<GrooveFeature, 'wall' | 'width'>, shop: Shop): LengthFigure[] =>
  kerfFences(
    { guide: 'fence-face', wall, width, acts: 'thickness', called: 'groove' },
    sawKerf(shop),
    figuresFor(shop),
    {
      scale: toolsOf(shop, 'table-saw')[0]?.fenceScale,
    },
  );

/** Table saw, edge down, the reference face along the fence: kerf beside kerf. */
export const sawGroove: Method<GrooveFeature> = {
  id: 'saw-groove',
  title: 'Groove, along the fence of the table saw',
  form: 'groove',
  stage: 'groove',
  applies: () => true,
  refuse({ width, depth, wall }, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    if (!saw) return [missing('table saw', 'The chest has no table saw to run a groove on. Add one.')];
    const kerf = toolById(shop, 'saw-blade', saw.bladeId).kerf;
    return [
      ...under(
        width,
        kerf,
        'mortiseWidth',
        'groove width',
        'The groove is {value} wide, the kerf {bound}. Widen it, or fit a thinner blade.',
      ),
      ...tooClose(fencesOf({ wall, width }, shop), width, kerf, 'mortiseWidth', 'groove width'),
      ...over(
        depth,
        saw.maxBladeHeight,
        'mortiseDepth',
        'groove depth',
        'The groove is {value} deep; the blade rises to {bound}. Make it shallower.',
      ),
      ...over(
        wall + width,
        saw.fenceReach,
        'wall',
        'fence',
        'The fence would stand {value} from the blade; it reaches {bound}.',
      ),
      ...(shop.rules.guardOff
        ? []
        : [missing('guard', 'Local rules keep the saw’s own guard on, and a groove leaves no room for it.')]),
    ];
  },
  setups({ wall: p, width: m, depth, edge }, shop, { joint, occurrences }) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { teeth } = toolById(shop, 'saw-blade', saw.bladeId);
    const make = figuresFor(shop);
    const fences = fencesOf({ wall: p, width: m }, shop);
    const height = make(
      {
        id: 'blade-height',
        name: 'Blade height',
        value: depth,
        from: 'table',
        to: 'highest-tooth',
        rounding: 'up',
        acts: 'width',
        working: say('groove depth {depth}', { depth }),
      },
      { scale: saw.heightScale },
    );
    return [
      {
        id: `${joint}.saw-groove`,
        method: sawGroove.id,
        title: sawGroove.title,
        model: 'table-saw',
        carrier: 'fence',
        machine: saw.id,
        cutter: saw.bladeId,
        guides: [],
        stage: 'groove',
        figures: [...fences, height],
        passes: fences.map((f, i): Pass => ({
          id: `kerf-${i + 1}`,
          words: say([`${EDGE_WORDS[edge].replace(/^./, (c) => c.toUpperCase())} down, reference face along the fence, the whole length`, kerfWords(f, fences)].filter(Boolean).join('; ')), // prettier-ignore
          seat: { 'fence-face': 'reference-face', table: edge },
          figures: { across: f.id, height: height.id },
        })),
        occurrences,
        checks: [
          say('Reference face to the fence every time: then the grooves of all parts meet, whatever their thickness.'),
          say('Run all parts of the frame through each setting before the fence is moved.'),
          ...(teeth === 'flat' ? [] : [say('The blade’s teeth are not flat on top: the groove’s floor has ears.')]),
        ],
      },
    ];
  },
};
