import type { Feature, MortiseFeature } from '../../design/index.ts';
import { newTool, type Shop, type Tool, type ToolKind } from '../../shop/index.ts';
import { say, type Mm, type Sentence } from '../../ground/index.ts';
import type { Context } from '../method/method.ts';
import { routesFor } from './routes.ts';

/** What to buy so that a feature can be cut, and how it is cut then. */
export interface Addition {
  readonly tools: readonly Tool[];
  readonly words: Sentence;
}

interface Candidate {
  readonly kind: ToolKind;
  /**
   * What it costs beside the others, cheapest first; not money, but the order is common practice.
   */
  readonly cost: number;
  /** Sizes it must have for these features. */
  readonly sized?: Readonly<Record<string, Mm>>;
  readonly size?: Mm;
}

/** Wood the tool must reach past the deepest floor, mm. */
const REACH: Mm = 6;

/** Tools that could help, in the sizes these features ask for. */
function candidates(features: readonly Feature[], shop: Shop): Candidate[] {
  const hollows = features.filter((f): f is MortiseFeature => f.form === 'mortise');
  const bores = features.flatMap((f) => (f.form === 'bore' ? [f] : []));
  const size = Math.min(...hollows.map((f) => f.width), ...bores.map((f) => f.diameter));
  const deep = Math.max(0, ...hollows.map((f) => f.depth), ...bores.map((f) => f.depth)) + REACH;
  const cutting: Candidate[] = Number.isFinite(size)
    ? [
        { kind: 'boring-bit', cost: 1, size, sized: { diameter: size, length: deep + 20 } },
        {
          kind: 'router-cutter',
          cost: 2,
          size,
          sized: { diameter: size, cuttingLength: deep, shank: 8 },
        },
        { kind: 'hollow-chisel', cost: 3, size, sized: { size, length: deep } },
      ]
    : [];
  const machines: Candidate[] = [
    { kind: 'stop-block', cost: 1 },
    { kind: 'bushing', cost: 2 },
    { kind: 'upright-jig', cost: 5 },
    { kind: 'mortising-jig', cost: 5 },
    { kind: 'stack', cost: 6 },
    { kind: 'router-table', cost: 7 },
    { kind: 'router', cost: 8 },
    { kind: 'drill-press', cost: 9 },
    { kind: 'mortiser', cost: 12 },
  ];
  const there = (kind: ToolKind) => shop.tools.some((t) => t.kind === kind && !t.retired);
  return [
    ...cutting,
    ...machines.filter(({ kind }) => kind === 'stack' || kind === 'bushing' || !there(kind)),
  ];
}

/** Sets of one, two and three of them, the cheapest first. */
function sets(allCandidates: readonly Candidate[]): Candidate[][] {
  const ones = allCandidates.map((c) => [c]);
  const more = (from: Candidate[][]) =>
    from.flatMap((set) =>
      allCandidates.slice(allCandidates.indexOf(set.at(-1)!) + 1).map((c) => [...set, c]),
    );
  const twos = more(ones);
  const cost = (set: readonly Candidate[]) => set.reduce((sum, c) => sum + c.cost, 0);
  return [...ones, ...twos, ...more(twos)].sort((a, b) => cost(a) - cost(b));
}

/**
 * The cheapest addition to the chest with which features that nothing in it can cut could be cut.
 * @returns nothing where no three tools would do
 */
export function cheapestAddition(
  features: readonly Feature[],
  shop: Shop,
  context: Omit<Context, 'shouldersFirst' | 'taken'>,
): Addition | undefined {
  for (const set of sets(candidates(features, shop))) {
    const tools: Tool[] = [];
    for (const { kind, sized } of set)
      tools.push({ ...newTool(kind, [...shop.tools, ...tools]), ...sized });
    const route = routesFor(features, { ...shop, tools: [...shop.tools, ...tools] }, context).find(
      (r) => !r.refusals.length,
    );
    if (!route) continue;
    const lengths = Object.fromEntries(
      set.flatMap(({ size }, i) => (size === undefined ? [] : [[`size${i}`, size]])),
    );
    const named = set.map(
      ({ kind, size }, i) =>
        `a ${WORDS[kind] ?? kind}${size === undefined ? '' : ` of {size${i}}`}`,
    );
    return {
      tools,
      words: say(
        `Nothing in the chest cuts this. The cheapest addition is ${named.join(' and ')}; then: ${route.title}.`,
        lengths,
      ),
    };
  }
  return undefined;
}

const WORDS: Partial<Record<ToolKind, string>> = {
  'boring-bit': 'boring bit',
  'router-cutter': 'router cutter',
  'hollow-chisel': 'hollow chisel',
  'stop-block': 'stop block',
  bushing: 'guide bushing',
  'upright-jig': 'upright jig',
  'mortising-jig': 'mortising jig',
  stack: 'dado stack',
  'router-table': 'router table',
  router: 'plunge router',
  'drill-press': 'drill press',
  mortiser: 'hollow chisel mortiser',
};
