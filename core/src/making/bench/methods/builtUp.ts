import type { MortiseFeature, SlotFeature, TenonFeature } from '../../../design/index.ts';
import {
  beforehand,
  onCutting,
  type HandWork,
  type Layers,
  type Reminder,
  type Setup,
} from '../../setups/index.ts';
import { say } from '../../../ground/index.ts';
import { byHand, handSetup } from '../byHand.ts';
import { called, SAME, type Context, type Method } from '../../method/method.ts';
import { mortiseLines } from '../mortiseLines.ts';

const REMINDERS: Reminder[] = [
  onCutting(
    'Ends and gaps are sawn before the glue: nothing of the joint is cut after. Glue two layers, then the third on the pair; squeeze-out is planed off with the edges.',
  ),
  beforehand(
    'Dry run first; a spacer as wide as the mating part, waxed, keeps the gap and comes out when the clamps do.',
  ),
  beforehand(
    'Grain of all layers along the piece; plane all of one layer from one board, to one thickness.',
  ),
];

/**
 * Layers glued so that what a saw would take away was never there: the figures are the layers'
 * sizes and offsets.
 */
const layered = (
  base: Pick<Setup, 'id' | 'method' | 'title' | 'carrier' | 'stage' | 'figures'>,
  words: string,
  layers: Layers,
  context: Context,
): Setup[] => [
  { ...handSetup({ ...base, reminders: REMINDERS }, words, context, gluing(layers)), layers },
];

/** Both sides of every seam are planed to lie on each other, as far as the joint goes. */
const gluing = ({ stock, lines, from, to }: Layers): HandWork => ({
  pared: 2 * lines.length * stock.width * (to - from),
});

/** The middle layer longer than the outer ones. */
export const builtUpTenon: Method<TenonFeature> = {
  id: 'built-up-tenon',
  ...called('Tenon', 'built up of layers'),
  form: 'tenon',
  stage: 'cheeks',
  traits: ['layered'],
  also: ['shoulders'],
  applies: ({ edgeShoulder, width, stock, rounding, follows }) =>
    edgeShoulder < SAME && width > stock.width - SAME && !rounding && !follows,
  refuse: () => [],
  setups({ faceShoulder: a, thickness: t, length: L, stock }, _shop, context) {
    const { thickness: T } = stock;
    return layered(
      {
        id: `${context.joint}.built-up`,
        method: builtUpTenon.id,
        title: builtUpTenon.title,
        carrier: 'hand-saw',
        stage: 'cheeks',
        figures: [
          ...(a > SAME
            ? [
                byHand(
                  'near-cheek',
                  'First layer',
                  a,
                  'reference-face',
                  'near-cheek',
                  'thickness',
                  say('face shoulder {a}', { a }),
                ),
              ]
            : []),
          ...(a + t < T - SAME
            ? [
                byHand(
                  'far-cheek',
                  a > SAME ? 'First two layers' : 'First layer',
                  a + t,
                  'reference-face',
                  'far-cheek',
                  'thickness',
                  say('face shoulder {a} + tenon {t}', { a, t }),
                ),
              ]
            : []),
          byHand(
            'shoulder',
            'Outer layers set back',
            L,
            'tip',
            'shoulder',
            'length',
            say('tenon length {L}', { L }),
          ),
        ],
      },
      'Glue the layers, the tenon’s as long as the piece, the others set back from its end',
      { stock, lines: [a, a + t], which: 'outer', from: 0, to: L },
      context,
    );
  },
};

/** The middle layer shorter than the outer ones. */
export const builtUpSlot: Method<SlotFeature> = {
  id: 'built-up-slot',
  ...called('Slot', 'built up of layers'),
  form: 'slot',
  stage: 'slot',
  traits: ['layered'],
  applies: ({ across, kerf, follows }) => across === 'thickness' && !kerf && !follows,
  refuse: () => [],
  setups({ wall: p, width: m, depth, stock }, _shop, context) {
    return layered(
      {
        id: `${context.joint}.built-up`,
        method: builtUpSlot.id,
        title: builtUpSlot.title,
        carrier: 'saw-and-chisel',
        stage: 'slot',
        figures: [
          byHand(
            'near',
            'First layer',
            p,
            'reference-face',
            'near-wall',
            'thickness',
            say('near wall {p}', { p }),
          ),
          byHand(
            'far',
            'First two layers',
            p + m,
            'reference-face',
            'far-wall',
            'thickness',
            say('near wall {p} + slot {m}', { p, m }),
          ),
          byHand(
            'floor',
            'Middle layer set back',
            depth,
            'tip',
            'floor',
            'length',
            say('depth of the slot, {depth}', { depth }),
          ),
        ],
      },
      'Glue the layers, the middle one set back from the end',
      { stock, lines: [p, p + m], which: 'middle', from: 0, to: depth },
      context,
    );
  },
};

/** The middle layer in two lengths, a gap as long as the mating tenon is wide between them. */
export const builtUpMortise: Method<MortiseFeature> = {
  id: 'built-up-mortise',
  ...called('Mortise', 'built up of layers'),
  form: 'mortise',
  stage: 'mortise',
  traits: ['layered'],
  also: ['square-ends'],
  applies: ({ through, ends, start, follows }) =>
    (through ?? false) && ends === 'squared' && start > SAME && !follows,
  refuse: () => [],
  setups(feature, _shop, context) {
    const { start, length, wall: p, width: m, stock } = feature;
    const names: Readonly<Record<string, string>> = {
      'near-end': 'Middle layer ends at',
      'far-end': 'and goes on from',
      'near-wall': 'First layer',
      'far-wall': 'First two layers',
    };
    return layered(
      {
        id: `${context.joint}.built-up`,
        method: builtUpMortise.id,
        title: builtUpMortise.title,
        carrier: 'chisel',
        stage: 'mortise',
        figures: mortiseLines(feature).map((f) => ({ ...f, name: names[f.id] ?? f.name })),
      },
      'Glue the layers, the middle one in lengths with the spacer between them',
      { stock, lines: [p, p + m], which: 'middle', from: start, to: start + length },
      context,
    );
  },
};
