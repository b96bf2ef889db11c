import { toolsOf, type Shop } from '../../shop/index.ts';
import { dialsOf } from '../method/dials.ts';

/**
 * The distances of a router in the hand: its guide or the straight-edge it runs along, the marks it
 * stops at, its plunge, and the templates made for it.
 */
export function withRouter(shop: Shop) {
  const [router] = toolsOf(shop, 'router');
  const gauged = { scale: router?.depthScale ?? null };
  const plunge = { id: 'depth', name: 'Plunge', to: 'cutter-tip', gauged } as const;
  const straightEdge = { id: 'edge', from: 'laid-out-from', to: 'straight-edge' } as const;
  return dialsOf(shop, {
    guide: { id: 'guide', name: 'Guide', from: 'guide-face', to: 'cutter-far-side' },
    nearMark: { id: 'near-mark', name: 'Near mark', from: 'laid-out-from', to: 'near-mark' },
    farMark: { id: 'far-mark', name: 'Far mark', from: 'laid-out-from', to: 'far-mark' },
    straightEdge: { ...straightEdge, name: 'End to straight-edge' },
    strip: { ...straightEdge, name: 'End to strip' },
    secondRail: { id: 'apart', name: 'Rails apart', from: 'straight-edge', to: 'second-rail' },
    plunge: { ...plunge, from: 'wood-surface' },
    depthOfCut: { ...plunge, name: 'Depth of cut', from: 'wood-surface' },
    plungeFromTemplate: {
      ...plunge,
      name: 'Plunge, from the template’s top',
      from: 'template-top',
    },
  });
}

/**
 * The sizes and the place of a template: of an opening, of a block or of a disc, whose centre is
 * what is placed.
 */
export function templateFor(shop: Shop, shape: 'Opening' | 'Block' | 'Disc') {
  const placed = shape === 'Disc' ? 'Centre' : shape;
  const [across, along] = {
    Opening: ['Opening, width', 'Opening, length'],
    Block: ['Block, thickness', 'Block, width'],
    Disc: ['Disc, across', ''],
  }[shape] as [string, string];
  return dialsOf(shop, {
    across: { id: 'width', name: across, from: 'template-side', to: 'template-far-side' },
    along: { id: 'length', name: along, from: 'template-end', to: 'template-far-end' },
    fromFace: {
      id: 'side',
      name: `${placed}, from the {reference face}`,
      from: 'template-fence',
      to: shape === 'Disc' ? 'centre-across' : 'template-side',
    },
    fromEdge: {
      id: 'end',
      name: `${placed}, from the {reference edge}`,
      from: 'laid-out-from',
      to: shape === 'Disc' ? 'centre-along' : 'template-end',
    },
    fromEnd: {
      id: 'end',
      name: `${placed}, from the layout end`,
      from: 'laid-out-from',
      to: 'template-end',
    },
  });
}
