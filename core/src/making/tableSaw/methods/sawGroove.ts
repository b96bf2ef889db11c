import type { GrooveFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  onOtherFace,
  type LengthFigure,
  type Pass,
  type Refusal,
  type Reminder,
  type Setup,
} from '../../setups/index.ts';
import { makeUp, toolById, toolsOf, type Shop, type TableSaw } from '../../../shop/index.ts';
import { capital, say, type Mm } from '../../../ground/index.ts';
import { EDGE_WORDS } from '../../method/edges.ts';
import { called, SAME, type Method } from '../../method/method.ts';
import { onTableSaw } from '../figures.ts';
import { kerfsOf, type Kerf } from '../kerfs.ts';
import { missing, over, tooClose, under } from '../../method/refusal.ts';
import { makeUpWords, overLevels, stackRefusals } from '../../method/stack.ts';
import { sawKerf } from '../../method/sawKerfs.ts';

/** What is on the arbor: how wide it cuts, how high it stands, and what its card says of it. */
interface OnArbor extends Pick<Setup, 'cutter' | 'between'> {
  readonly kerf: Mm;
  readonly height: string;
  readonly reminders: readonly Reminder[];
}

/** Fence to each kerf. */
const kerfsIn = (
  { wall, width }: Pick<GrooveFeature, 'wall' | 'width'>,
  kerf: Mm,
  shop: Shop,
): Kerf[] =>
  kerfsOf(
    { wall, width, acts: 'thickness', called: 'groove' },
    kerf,
    shop,
    onTableSaw(shop).fenceToNearSide,
  );

function grooveSetup(
  { id, title }: Pick<Method, 'id' | 'title'>,
  { wall, width, depth, edge }: GrooveFeature,
  saw: TableSaw,
  { kerf, height: called, reminders, ...arbor }: OnArbor,
  shop: Shop,
  { joint, occurrences }: { readonly joint: string; readonly occurrences: Setup['occurrences'] },
): Setup {
  const kerfs = kerfsIn({ wall, width }, kerf, shop);
  const height = onTableSaw(shop, saw).height({
    name: called,
    value: depth,
    purpose: 'depth',
    rounding: 'up',
    acts: 'width',
    working: say('groove depth {depth}', { depth }),
  });
  const down = `${capital(EDGE_WORDS[edge])} down, {reference face} along the fence, the whole length`;
  return {
    id: `${joint}.${id}`,
    method: id,
    title,
    model: 'table-saw',
    carrier: 'fence',
    machine: saw.id,
    ...arbor,
    guides: [],
    stage: 'groove',
    figures: [...fencesOf(kerfs), height],
    passes: kerfs.flatMap((cut, i): Pass[] => {
      const seat = { 'fence-face': 'reference-face', table: edge } as const;
      const path = {
        id: `kerf-${i + 1}`,
        seat,
        figures: { across: cut.fence.id, height: height.id },
      };
      const words = say([down, cut.words].filter(Boolean).join('; '));
      return arbor.between
        ? overLevels(path, words, height.set.value, kerf, shop)
        : [{ ...path, words }];
    }),
    occurrences,
    reminders: [
      onCutting(
        '{Reference face} to the fence every time: then the grooves of all parts meet, whatever their thickness.',
      ),
      ...(kerfs.length > 1
        ? [onCutting('Run all parts of the frame through each setting before the fence is moved.')]
        : []),
      ...reminders,
    ],
  };
}

const fencesOf = (kerfs: readonly Kerf[]) => kerfs.map(({ fence }) => fence);

const guarded = ({ rules }: Shop): Refusal[] =>
  rules.guardOff
    ? []
    : [
        missing(
          'guard',
          'Local rules keep the saw’s own guard on, and a groove leaves no room for it.',
        ),
      ];

const beyondFence = ({ wall, width }: GrooveFeature, { fenceReach }: TableSaw): Refusal[] =>
  over(
    wall + width,
    fenceReach,
    'wall',
    'fence',
    'The fence would stand {value} from the blade; it reaches {bound}.',
  );

/** Table saw, edge down, the reference face along the fence: kerf beside kerf. */
export const sawGroove: Method<GrooveFeature> = {
  id: 'saw-groove',
  ...called('Groove', 'along the fence of the table saw'),
  form: 'groove',
  stage: 'groove',
  applies: () => true,
  refuse(feature, shop) {
    const saw = toolsOf(shop, 'table-saw')[0];
    if (!saw)
      return [missing('table saw', 'The chest has no table saw to run a groove on. Add one.')];
    const { width, depth } = feature;
    const kerf = sawKerf(shop);
    return [
      ...under(
        width,
        kerf,
        'mortiseWidth',
        'groove width',
        'The groove is {value} wide, the kerf {bound}. Widen it, or fit a thinner blade.',
      ),
      ...tooClose(
        fencesOf(kerfsIn(feature, kerf, shop)),
        width,
        kerf,
        'mortiseWidth',
        'groove width',
      ),
      ...over(
        depth,
        saw.maxBladeHeight,
        'mortiseDepth',
        'groove depth',
        'The groove is {value} deep; the blade rises to {bound}. Make it shallower.',
      ),
      ...beyondFence(feature, saw),
      ...guarded(shop),
    ];
  },
  setups(feature, shop, context) {
    const saw = toolsOf(shop, 'table-saw')[0]!;
    const { teeth } = toolById(shop, 'saw-blade', saw.bladeId);
    const ears = beforehand('The blade’s teeth are not flat on top: the groove’s floor has ears.');
    const arbor = {
      cutter: saw.bladeId,
      kerf: sawKerf(shop),
      height: 'Blade height',
      reminders: teeth === 'flat' ? [] : [ears],
    };
    return [grooveSetup(sawGroove, feature, saw, arbor, shop, context)];
  },
};

/** How far two passes of a turned groove run over one another, mm. */
const OVERLAP: Mm = 0.5;

/** Nobody moves a fence by less to widen a groove, mm (common practice). */
const LEAST_MOVE: Mm = 0.5;

/**
 * The shop's first stack made up as wide as a groove, shims among it; else so much narrower that
 * the fence is worth moving for its other wall, as near under that as arbor and local rules allow.
 */
function stackIn({ width }: Pick<GrooveFeature, 'width'>, shop: Shop) {
  const saw = toolsOf(shop, 'table-saw').find(({ widestStack }) => widestStack > 0);
  if (!saw || !shop.rules.stacks) return undefined;
  for (const stack of toolsOf(shop, 'stack')) {
    const whole = makeUp(stack, Math.min(width, saw.widestStack), 'down');
    const exact = whole && width - whole.value < SAME ? whole : undefined;
    const stackMakeUp =
      exact ?? makeUp(stack, Math.min(width - LEAST_MOVE, saw.widestStack), 'down');
    if (stackMakeUp) return { saw, stack, made: stackMakeUp };
  }
  return undefined;
}

/** A stack as it is made up. */
function asArbor({ stack, made }: NonNullable<ReturnType<typeof stackIn>>): OnArbor {
  const between = [...made.chippers, ...made.shims];
  const reminders = makeUpWords(between, made.value);
  return { cutter: stack.id, between, kerf: made.value, height: 'Height of the stack', reminders };
}

/** Table saw with a stack: one fence where it is as wide as the groove, else both walls. */
export const stackGroove: Method<GrooveFeature> = {
  id: 'stack-groove',
  ...called('Groove', 'along the fence over a stack'),
  form: 'groove',
  stage: 'groove',
  applies: () => true,
  refuse(feature, shop) {
    const found = stackIn(feature, shop);
    if (!found)
      return [
        missing(
          'stack',
          'No stack here goes into this groove. Run it with a blade, or add a dado stack.',
        ),
      ];
    const { saw, stack, made } = found;
    return [
      ...tooClose(
        fencesOf(kerfsIn(feature, made.value, shop)),
        feature.width,
        made.value,
        'mortiseWidth',
        'groove width',
      ),
      ...stackRefusals(feature.depth, ['mortiseDepth', 'groove depth'], saw, { stack }),
      ...beyondFence(feature, saw),
      ...guarded(shop),
    ];
  },
  setups(feature, shop, context) {
    const stack = stackIn(feature, shop)!;
    return [grooveSetup(stackGroove, feature, stack.saw, asArbor(stack), shop, context)];
  },
};

/** A groove in the middle of its piece, or so near it that the shop can't tell. */
const isCentred = ({ wall, width, stock }: GrooveFeature): boolean =>
  Math.abs(stock.thickness - width - 2 * wall) < SAME;

/** What stands on the arbor for two passes that meet in the middle: the stack, else the blade. */
function halfIn(
  feature: GrooveFeature,
  shop: Shop,
): (OnArbor & { readonly saw: TableSaw; readonly rises: Mm }) | undefined {
  const found = stackIn(feature, shop);
  if (found && feature.width - found.made.value > SAME) {
    const { saw, stack } = found;
    return { ...asArbor(found), saw, rises: Math.min(saw.maxBladeHeight, stack.diameter / 2) };
  }
  const [saw] = toolsOf(shop, 'table-saw');
  if (!saw) return undefined;
  return {
    saw,
    rises: saw.maxBladeHeight,
    cutter: saw.bladeId,
    kerf: sawKerf(shop),
    height: 'Blade height',
    reminders: [],
  };
}

/**
 * A groove in the middle, by one fence: a pass with either face along it. In the middle of whatever
 * comes along the fence, so stock of one thickness.
 */
export const turnedGroove: Method<GrooveFeature> = {
  id: 'turned-groove',
  ...called('Groove', 'along the fence and turned end for end'),
  form: 'groove',
  stage: 'groove',
  applies: () => true,
  refuse(feature, shop) {
    if (!isCentred(feature))
      return [
        missing(
          'wall',
          'The groove is not in the middle of its piece: turned, its second wall would not be where it belongs.',
        ),
      ];
    const on = halfIn(feature, shop);
    if (!on)
      return [missing('table saw', 'The chest has no table saw to run a groove on. Add one.')];
    const { kerf, saw, rises } = on;
    return [
      ...under(
        feature.width,
        kerf + LEAST_MOVE,
        'mortiseWidth',
        'groove width',
        'The groove is {value} wide; what cuts leaves no second pass worth turning for under {bound}. Run it at one fence.',
      ),
      ...over(
        feature.width,
        2 * kerf - OVERLAP,
        'mortiseWidth',
        'groove width',
        'The groove is {value} wide; two passes meet up to {bound}. Move the fence between its walls instead.',
      ),
      ...over(
        feature.depth,
        rises,
        'mortiseDepth',
        'groove depth',
        'The groove is {value} deep; the saw cuts {bound}. Make it shallower.',
      ),
      ...beyondFence(feature, saw),
      ...guarded(shop),
    ];
  },
  setups(feature, shop, context) {
    const { saw, rises: _, ...arbor } = halfIn(feature, shop)!;
    const setup = grooveSetup(
      turnedGroove,
      { ...feature, width: arbor.kerf },
      saw,
      arbor,
      shop,
      context,
    );
    const [fence] = setup.figures as [LengthFigure];
    const turned = setup.passes.map((pass): Pass => ({
      ...pass,
      id: `${pass.id}-turned`,
      words: { ...pass.words, text: onOtherFace(pass.words.text) },
      seat: { ...pass.seat, 'fence-face': 'other-face' },
    }));
    return [
      {
        ...setup,
        figures: [{ ...fence, counts: 2 }, ...setup.figures.slice(1)],
        passes: [...setup.passes, ...turned],
        reminders: [
          onCutting(
            'Turned end for end between the two passes, the same edge down: the groove lies in the middle of whatever thickness comes along, and is as much narrower as a piece is thinner.',
          ),
          ...arbor.reminders,
        ],
      },
    ];
  },
};
