import { describe, expect, it } from 'vitest';
import type { Scale } from '../ground/index.ts';
import type { Shop, Tool } from '../shop/index.ts';
import { TEST_SHOP } from '../testing/shops.ts';
import { onBandsaw } from './bandsaw/figures.ts';
import { onCopyRouter } from './copyRouter/figures.ts';
import { onPress } from './drillPress/figures.ts';
import { templateFor, withRouter } from './handRouter/figures.ts';
import { onMortisingJig } from './jigRouter/figures.ts';
import type { Dial } from './method/dials.ts';
import { onMortiser } from './mortiser/figures.ts';
import { onOverheadSaw } from './overheadSaw/figures.ts';
import { onRouterTable } from './routerTable/figures.ts';
import { onTableSaw } from './tableSaw/figures.ts';

/** Every scale off by what tells it from the others of its tool, mm. */
const ZERO: Readonly<Record<string, number>> = {
  fenceScale: 1,
  heightScale: 2,
  depthScale: 3,
  stopScale: 4,
  endScale: 5,
};
const scaled = (tool: Tool): Tool =>
  Object.fromEntries(
    Object.entries({ ...tool, ...missing(tool) }).map(([field, value]) => [
      field,
      field in ZERO ? ({ unit: 'mm', graduation: 0.5, zero: ZERO[field]! } satisfies Scale) : value,
    ]),
  ) as unknown as Tool;
/** Scales that a tool of this kind may have. */
const missing = ({ kind }: Tool) =>
  ({
    'table-saw': { fenceScale: null, heightScale: null },
    'overhead-saw': { depthScale: null },
    bandsaw: { fenceScale: null },
    router: { depthScale: null },
    'router-table': { fenceScale: null, heightScale: null },
    'mortising-jig': { stopScale: null, endScale: null },
  })[kind as string] ?? {};

const SHOP: Shop = { ...TEST_SHOP, tools: TEST_SHOP.tools.map(scaled) };
const SETTING = {
  value: 60,
  rounding: 'nearest',
  acts: 'length',
  working: { text: '', lengths: {} },
} as const;

/** What a dial sets to sixty: from, to, and what stands on its scale; nothing where it has none. */
function set(dials: Readonly<Record<string, Dial>>) {
  return Object.fromEntries(
    Object.entries(dials).map(([id, dial]) => {
      const { from, to, reach } = dial(SETTING);
      const reading = reach.find(({ by }) => by === 'scale')?.text.lengths['reading'];
      return [id, [from, to, ...(reading === undefined ? [] : [reading])]];
    }),
  );
}

/**
 * Which two places a distance lies between, and what its scale reads at sixty: its own zero off,
 * and the kerf or the body of the jig where these lie between (worked by hand).
 */
describe('what a machine can be set to', () => {
  it('a table saw: its blade cuts 3.2, the body of its jig is 20', () => {
    const tools = SHOP.tools.map((tool) =>
      tool.kind === 'upright-jig' ? { ...tool, body: 20 } : tool,
    );
    expect(set(onTableSaw({ ...SHOP, tools }))).toEqual({
      fenceToNearSide: ['fence-face', 'near-side', 59],
      fenceToFarSide: ['fence-face', 'far-side', 56],
      jigToNearSide: ['jig-face', 'near-side', 79],
      jigToFarSide: ['jig-face', 'far-side'],
      height: ['table', 'highest-tooth', 58],
      heightOverSled: ['table', 'highest-tooth'],
      stackOverSled: ['table', 'highest-tooth'],
      stopOnSled: ['end-stop', 'far-side'],
      spacer: ['jig-face', 'spacer-face'],
    });
  });

  it('a jig without a body has no scale: nobody knows what lies between', () => {
    expect(set(onTableSaw(SHOP))['jigToNearSide']).toEqual(['jig-face', 'near-side']);
  });

  it('nothing is read where the machine isn’t there', () => {
    const empty: Shop = { ...SHOP, tools: [] };
    const vocabularies = [
      onTableSaw(empty),
      onBandsaw(empty),
      onRouterTable(empty, 12),
      onMortisingJig(empty),
      withRouter(empty),
      onOverheadSaw(empty),
    ];
    for (const dials of vocabularies)
      for (const places of Object.values(set(dials))) expect(places).toHaveLength(2);
  });

  it('a bandsaw: its kerf is 1.1', () => {
    expect(set(onBandsaw(SHOP))).toEqual({
      fenceToNearSide: ['fence-face', 'near-side', 59],
      fenceToFarSide: ['fence-face', 'far-side', 58],
      spacer: ['fence-face', 'spacer-face'],
      stop: ['tooth-tips', 'stop-face'],
      stopBehind: ['tooth-tips', 'stop-face'],
      stopBeyond: ['tooth-tips', 'stop-face'],
    });
  });

  it('a router table: its scale reads to the middle of a cutter of 12', () => {
    expect(set(onRouterTable(SHOP, 12))).toEqual({
      fenceToNearSide: ['fence-face', 'near-side', 65],
      fenceToFarSide: ['fence-face', 'far-side', 53],
      fenceToCentre: ['fence-face', 'centre-of-cutter', 59],
      height: ['table', 'cutter-top', 58],
      heightOverSled: ['table', 'cutter-top'],
      leftStop: ['centre-line', 'left-stop'],
      rightStop: ['centre-line', 'right-stop'],
      lowerTop: ['table', 'lower-top'],
      gap: ['lower-top', 'upper-foot'],
    });
  });

  it('a mortising jig and the router in it', () => {
    expect(set(onMortisingJig(SHOP))).toEqual({
      face: ['jig-face', 'near-side'],
      leftRouterStop: ['centre-line', 'left-stop', 56],
      rightRouterStop: ['centre-line', 'right-stop', 56],
      leftEndStop: ['centre-line', 'left-end-stop', 55],
      rightEndStop: ['centre-line', 'right-end-stop', 55],
      plunge: ['wood-surface', 'cutter-tip', 57],
    });
  });

  it('a router in the hand, and its templates', () => {
    expect(set(withRouter(SHOP))).toEqual({
      guide: ['guide-face', 'cutter-far-side'],
      nearMark: ['laid-out-from', 'near-mark'],
      farMark: ['laid-out-from', 'far-mark'],
      straightEdge: ['laid-out-from', 'straight-edge'],
      strip: ['laid-out-from', 'straight-edge'],
      secondRail: ['straight-edge', 'second-rail'],
      plunge: ['wood-surface', 'cutter-tip', 57],
      depthOfCut: ['wood-surface', 'cutter-tip', 57],
      plungeFromTemplate: ['template-top', 'cutter-tip', 57],
    });
    const sizes = {
      across: ['template-side', 'template-far-side'],
      along: ['template-end', 'template-far-end'],
      fromEnd: ['laid-out-from', 'template-end'],
    };
    expect(set(templateFor(SHOP, 'Opening'))).toEqual({
      ...sizes,
      fromFace: ['template-fence', 'template-side'],
      fromEdge: ['laid-out-from', 'template-end'],
    });
    expect(set(templateFor(SHOP, 'Disc'))).toEqual({
      ...sizes,
      fromFace: ['template-fence', 'centre-across'],
      fromEdge: ['laid-out-from', 'centre-along'],
    });
  });

  it('a template says what of it is measured', () => {
    const named = (shape: 'Opening' | 'Block' | 'Disc') =>
      Object.values(templateFor(SHOP, shape)).map((dial) => dial(SETTING).name);
    const copied = (['Opening', 'Hole', 'Block', 'Disc'] as const).map(
      (shape) => onCopyRouter(SHOP, shape).templateAcross(SETTING).name,
    );
    expect(copied).toEqual(['Opening, width', 'Opening, across', 'Block, width', 'Disc, across']);
    expect(named('Opening').slice(0, 3)).toEqual([
      'Opening, width',
      'Opening, length',
      'Opening, from the {reference face}',
    ]);
    expect(named('Block').slice(0, 2)).toEqual(['Block, thickness', 'Block, width']);
    expect(named('Disc').slice(0, 3)).toEqual([
      'Disc, across',
      '',
      'Centre, from the {reference face}',
    ]);
  });

  it('presses, a saw from above, and a copying machine', () => {
    expect(set(onPress(SHOP))).toEqual({
      spacer: ['fence-face', 'spacer-face'],
      fence: ['fence-face', 'bit-centre'],
      leftStop: ['left-end-stop', 'centre-of-bit'],
      rightStop: ['right-end-stop', 'centre-of-bit'],
      depth: ['wood-surface', 'full-diameter'],
    });
    expect(set(onMortiser(SHOP))).toEqual({
      spacer: ['fence-face', 'spacer-face'],
      fence: ['fence-face', 'near-side'],
      leftStop: ['left-end-stop', 'stop-side'],
      rightStop: ['right-end-stop', 'stop-side'],
      depth: ['wood-surface', 'chisel-tip'],
    });
    expect(set(onOverheadSaw(SHOP))).toEqual({
      heightOverSled: ['table', 'highest-tooth'],
      stackOverSled: ['table', 'highest-tooth'],
      stopOnSled: ['end-stop', 'far-side'],
      aboveTable: ['table', 'lowest-tooth', 57],
    });
    expect(set(onCopyRouter(SHOP, 'Block'))).toEqual({
      templateAcross: ['template-side', 'template-far-side'],
      templateAlong: ['template-end', 'template-far-end'],
      fence: ['template-fence', 'centre-across'],
      endStop: ['laid-out-from', 'centre-along'],
      gapAcross: ['follower-side', 'template-side'],
      gapAlong: ['follower-end', 'template-end'],
      depth: ['wood-surface', 'cutter-tip'],
    });
  });
});
