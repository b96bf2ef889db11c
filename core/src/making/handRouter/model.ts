import {
  box,
  circle,
  difference,
  prismAlong,
  roundedRectangle,
  type Solid,
  type Vec2,
} from '../../ground/index.ts';
import { figureOf, type Pass, type Setup } from '../setups/index.ts';
import {
  type Piece,
  toolById,
  type Bearing,
  type Bushing,
  type Router,
  type RouterCutter,
  type Shop,
} from '../../shop/index.ts';
import { HAND_KERF } from '../bench/model.ts';
import type { MachineBody } from '../machine/machineBody.ts';
import type { Datum, MachineModel } from '../machine/model.ts';
import { seatPiece } from '../machine/seat.ts';
import { endSide } from '../machine/endSide.ts';
import { standsAt } from '../machine/standsAt.ts';

/**
 * Hand-held router on the wood itself. The guided side is y = 0 with the piece beyond it, the
 * wood's surface z = 0, and lengths along the piece count from the end or edge it is laid out from,
 * at x = 0.
 *
 * edge guide: runs along y = 0       template: a hole for a bushing, over the wood straight-edge:
 * lies across, the base against it       block, disc: on the end, the bushing runs round it
 */
export const handRouter: MachineModel = {
  id: 'hand-router',
  works: 'routed',
  clamps: 'guide',
  cuttersAre: 'cutter',
  datums: {
    'guide-face': 'edge guide',
    'cutter-far-side': 'far side of the cutter',
    'template-fence': 'fence of the template',
    'laid-out-from': 'layout end or edge',
    'gauged-from': 'reference side',
    'near-mark': 'cutter at the near mark',
    'far-mark': 'cutter at the far mark',
    'wood-surface': 'surface of the wood',
    'cutter-tip': 'tip of the cutter',
    'straight-edge': 'straight-edge',
    'near-wall': 'saw cut at the near wall',
    'far-wall': 'saw cut at the far wall',
    'second-rail': 'second rail',
    'centre-across': 'centre of the disc',
    'centre-along': 'centre of the disc',
    'template-top': 'top of the template',
    'template-side': 'near side of the template',
    'template-far-side': 'far side of the template',
    'template-end': 'near end of the template',
    'template-far-end': 'far end of the template',
  },
  marks: ['laid-out-from', 'gauged-from'],
  views: [
    { id: 'above', title: 'From above', right: [1, 0, 0], up: [0, 1, 0] },
    { id: 'side', title: 'From the side', right: [1, 0, 0], up: [0, 0, 1] },
  ],
  place(setup, pass, occurrence, piece, asIs) {
    const router = toolById(asIs, 'router', setup.machine!);
    const cutter = toolById(asIs, 'router-cutter', setup.cutter!);
    const s = endSide(pass, occurrence);
    const set = (role: string) => figureOf(setup, pass.figures[role]!).set.value;
    const whole = standsAt(figureOf(setup, pass.figures['depth']!), { scale: router.depthScale });
    const over = ['template', 'round-opening', 'disc', 'block'].includes(setup.carrier)
      ? TEMPLATE
      : 0;
    const depth = Math.min(whole - over, pass.level ?? Infinity);
    const x = (from: number) => s * from;
    const along = (at: number): Datum => ({ at: [x(at), 0, 0], normal: [s, 0, 0] });
    const across = (at: number): Datum => ({ at: [0, at, 0], normal: [0, 1, 0] });
    const own = CARRIERS[setup.carrier]!({
      setup,
      pass,
      set,
      router,
      cutter,
      asIs,
      depth,
      x,
      piece,
    });
    const datums: Record<string, Datum> = {
      'guide-face': across(0),
      'template-fence': across(0),
      'gauged-from': across(0),
      'laid-out-from': along(0),
      'wood-surface': { at: [0, 0, 0], normal: [0, 0, -1] },
      'template-top': { at: [0, 0, TEMPLATE], normal: [0, 0, -1] },
      'cutter-tip': { at: [0, 0, -depth], normal: [0, 0, 1] },
      ...Object.fromEntries(Object.entries(own.along).map(([id, at]) => [id, along(at)])),
      ...Object.fromEntries(Object.entries(own.across).map(([id, at]) => [id, across(at)])),
    };
    return {
      piece,
      rigid: seatPiece(pass.seat, datums, occurrence, piece, [0, 0, 0]),
      datums,
      bodies: own.bodies,
      sweep: own.sweep,
      feed: [own.feedsAcross ? 0 : s, own.feedsAcross ? 1 : 0, 0],
      feeds: 'tool',
      ...(own.nested && { nested: true }),
    };
  },
};

/** Thickness of the template that the figures are reckoned for, mm. */
export const TEMPLATE = 12;

interface Given {
  readonly setup: Setup;
  readonly pass: Pass;
  readonly set: (role: string) => number;
  readonly router: Router;
  readonly cutter: RouterCutter;
  readonly asIs: Pick<Shop, 'tools'>;
  readonly depth: number;
  readonly x: (from: number) => number;
  readonly piece: Piece;
}

interface Carried {
  readonly along: Readonly<Record<string, number>>;
  readonly across: Readonly<Record<string, number>>;
  readonly sweep: Solid;
  readonly bodies: readonly MachineBody[];
  readonly feedsAcross?: boolean;
  readonly nested?: boolean;
}

const FAR = 2000;

const CARRIERS: Readonly<Record<string, (given: Given) => Carried>> = {
  'edge-guide': ({ pass, set, router, cutter, depth, x }) => {
    const r = cutter.diameter / 2;
    /** Without a near mark it runs out past the end. */
    const from = pass.figures['near-mark'] ? set('near-mark') : -2 * r;
    const [far, to] = [set('face'), set('far-mark')];
    const y = far - r;
    const [x0, x1] = [Math.min(x(from), x(to)), Math.max(x(from), x(to))];
    return {
      along: { 'near-mark': from, 'far-mark': to },
      across: { 'cutter-far-side': far },
      sweep: prismAlong('z', roundedRectangle([x0, y - r], [x1, y + r], r), -depth, 60),
      bodies: [
        { role: 'fence', label: 'edge guide', solid: box([x0 - 60, -22, -18], [x1 + 60, 0, 12]) },
        { role: 'base', label: 'router base', solid: baseAt(x(from + r), y, router) },
        {
          role: 'cutter',
          label: 'cutter',
          solid: prismAlong('z', circle([x(from + r), y], r), -depth, 26),
        },
      ],
    };
  },
  template: (given) => inOpening(given, false),
  /** Its ends are full half rounds, and so are those of the work, whatever the cutter. */
  'round-opening': (given) => inOpening(given, true),
  /** A block with full round ends on the end of the piece; the bushing runs round it outside. */
  block: ({ setup, set, cutter, asIs, depth, x }) => {
    const bushing = bushingIn(setup, asIs);
    const beyond = (bushing.outside - cutter.diameter) / 2;
    const [side, end] = [set('side'), set('end')];
    const [farSide, farEnd] = [side + set('width'), end + set('length')];
    const outline = (by: number): Vec2[] => {
      const xs = [x(end - by), x(farEnd + by)];
      return roundedRectangle(
        [Math.min(...xs), side - by],
        [Math.max(...xs), farSide + by],
        set('width') / 2 + by,
      );
    };
    const out = x(farEnd + beyond) + Math.sign(x(1)) * (cutter.diameter / 2);
    return {
      along: { 'template-end': end, 'template-far-end': farEnd },
      across: { 'template-side': side, 'template-far-side': farSide },
      sweep: difference(
        box([-FAR, -FAR, -depth], [FAR, FAR, 60]),
        prismAlong('z', outline(beyond), -depth - 1, 61),
      ),
      nested: true,
      bodies: [
        { role: 'base', label: 'template', solid: prismAlong('z', outline(0), 0.5, TEMPLATE) },
        {
          role: 'cutter',
          label: 'cutter',
          solid: prismAlong(
            'z',
            circle([out, (side + farSide) / 2], cutter.diameter / 2),
            -depth,
            40,
          ),
        },
      ],
    };
  },
  disc: ({ setup, set, cutter, asIs, depth, x }) => {
    const bushing = bushingIn(setup, asIs);
    const radius = set('width') / 2;
    const [fromFace, fromEdge] = [set('side'), set('end')];
    const centre: Vec2 = [x(fromEdge), fromFace];
    const left = radius + bushing.outside / 2 - cutter.diameter / 2;
    const out = radius + bushing.outside / 2;
    return {
      along: { 'centre-along': fromEdge },
      across: {
        'centre-across': fromFace,
        'template-side': fromFace - radius,
        'template-far-side': fromFace + radius,
      },
      sweep: difference(
        box([-FAR, -FAR, -depth], [FAR, FAR, 60]),
        prismAlong('z', circle(centre, left), -depth - 1, 61),
      ),
      nested: true,
      bodies: [
        {
          role: 'base',
          label: 'disc',
          solid: prismAlong('z', circle(centre, radius), 0.5, TEMPLATE),
        },
        {
          role: 'cutter',
          label: 'cutter',
          solid: prismAlong(
            'z',
            circle([centre[0], centre[1] - out], cutter.diameter / 2),
            -depth,
            40,
          ),
        },
      ],
    };
  },
  'straight-edge': (given) => alongEdge(given, given.router.baseGuided),
  /** Between two rails the cutter goes no farther than they let the base. */
  'two-rails'(given) {
    const { set, router, cutter, x, piece } = given;
    const one = alongEdge(given, router.baseGuided);
    const far = set('edge') - set('apart');
    const wide = Math.max(piece.width, piece.thickness);
    const back = far + router.baseOpposite - cutter.diameter / 2;
    return {
      ...one,
      along: { ...one.along, 'second-rail': far },
      sweep: prismAlong(
        'z',
        rectangle(x(back), x(set('edge') - router.baseGuided + cutter.diameter / 2)),
        -given.depth,
        60,
      ),
      bodies: [
        ...one.bodies,
        {
          role: 'stop',
          label: 'second rail',
          solid: box(
            [Math.min(x(far), x(far - 40)), -30, 0],
            [Math.max(x(far), x(far - 40)), wide + 30, 12],
          ),
        },
      ],
    };
  },
  /** The same, from saw cut to saw cut: the rim ends in the middle of both. */
  'bearing-strip'(given) {
    const { setup, asIs, set, cutter, depth, x } = given;
    const one = alongEdge(given, bearingIn(setup, asIs).outside / 2);
    const r = cutter.diameter / 2;
    const reach = set('edge') - bearingIn(setup, asIs).outside / 2 + r;
    const [near, far] = [set('near') + HAND_KERF / 2, set('far') - HAND_KERF / 2];
    const xs = [x(-4 * r), x(reach)];
    const middle = (near + far) / 2;
    return {
      ...one,
      bodies: [
        ...one.bodies.filter((b) => b.role === 'stop').map((b) => ({ ...b, label: 'strip' })),
        { role: 'base', label: 'router base', solid: baseAt(x(reach - r), middle, given.router) },
        {
          role: 'cutter',
          label: 'cutter',
          solid: prismAlong('z', circle([x(reach - r), middle], r), -depth, 26),
        },
      ],
      across: { 'near-wall': set('near'), 'far-wall': set('far') },
      sweep: prismAlong(
        'z',
        roundedRectangle([Math.min(...xs), near], [Math.max(...xs), far], r),
        -depth,
        60,
      ),
    };
  },
  /** The bearing on the cutter's shank runs along it. */
  'bearing-edge'(given) {
    return alongEdge(given, bearingIn(given.setup, given.asIs).outside / 2);
  },
};

/** The bushing runs round inside an opening over the wood. */
function inOpening({ setup, set, cutter, asIs, depth, x }: Given, halfRounds: boolean): Carried {
  const bushing = bushingIn(setup, asIs);
  const inset = (bushing.outside - cutter.diameter) / 2;
  const [near, end] = [set('side'), set('end')];
  const [far, farEnd] = [near + set('width'), end + set('length')];
  const outline = (by: number, radius: number): Vec2[] => {
    const xs = [x(end + by), x(farEnd - by)];
    return roundedRectangle([Math.min(...xs), near + by], [Math.max(...xs), far - by], radius);
  };
  const half = (far - near) / 2;
  const plate = box(
    [Math.min(x(end - 40), x(farEnd + 40)), near - 40, 0.5],
    [Math.max(x(end - 40), x(farEnd + 40)), far + 40, TEMPLATE],
  );
  return {
    along: { 'template-end': end, 'template-far-end': farEnd },
    across: { 'template-side': near, 'template-far-side': far },
    sweep: prismAlong(
      'z',
      outline(inset, halfRounds ? half - inset : cutter.diameter / 2),
      -depth,
      60,
    ),
    bodies: [
      { role: 'base', label: 'template', solid: plate },
      {
        role: 'base',
        label: '',
        solid: prismAlong('z', outline(0, halfRounds ? half : 0), 0, TEMPLATE + 1),
      },
      {
        role: 'cutter',
        label: 'cutter',
        solid: prismAlong(
          'z',
          circle(
            [x(end) + (Math.sign(x(1)) * bushing.outside) / 2, near + bushing.outside / 2],
            cutter.diameter / 2,
          ),
          -depth,
          40,
        ),
      },
    ],
  };
}

/** Across the piece, the cutter's centre so far before a straight-edge. */
function alongEdge({ set, router, cutter, depth, x, piece }: Given, before: number): Carried {
  const edge = set('edge');
  const reach = edge - before + cutter.diameter / 2;
  const at = x(reach - cutter.diameter / 2);
  const wide = Math.max(piece.width, piece.thickness);
  const rail = box(
    [Math.min(x(edge), x(edge + 40)), -30, 0],
    [Math.max(x(edge), x(edge + 40)), wide + 30, 12],
  );
  return {
    along: { 'straight-edge': edge },
    across: {},
    sweep: prismAlong('z', rectangle(x(-FAR), x(reach)), -depth, 60),
    bodies: [
      { role: 'stop', label: 'straight-edge', solid: rail },
      { role: 'base', label: 'router base', solid: baseAt(at, wide / 2, router) },
      {
        role: 'cutter',
        label: 'cutter',
        solid: prismAlong('z', circle([at, wide / 2], cutter.diameter / 2), -depth, 26),
      },
    ],
    feedsAcross: true,
  };
}

function bearingIn({ guides }: Setup, asIs: Pick<Shop, 'tools'>): Bearing {
  const bearing = asIs.tools.find((t) => t.kind === 'bearing' && guides.includes(t.id));
  if (bearing?.kind !== 'bearing') throw new Error('The set-up names no bearing.');
  return bearing;
}

function bushingIn({ guides }: Setup, asIs: Pick<Shop, 'tools'>): Bushing {
  const bushing = asIs.tools.find((t) => t.kind === 'bushing' && guides.includes(t.id));
  if (bushing?.kind !== 'bushing') throw new Error('The set-up names no bushing.');
  return bushing;
}

/** Across the whole piece and past it. */
const rectangle = (a: number, b: number): Vec2[] => [
  [Math.min(a, b), -FAR],
  [Math.max(a, b), -FAR],
  [Math.max(a, b), FAR],
  [Math.min(a, b), FAR],
];

const baseAt = (x: number, y: number, router: Router): Solid =>
  box(
    [x - router.baseGuided, y - router.baseLeft, 4],
    [x + router.baseOpposite, y + router.baseRight, 12],
  );
