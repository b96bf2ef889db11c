import type { Mm } from '../../ground/index.ts';
import type { DimensionId, JointKind, Members } from './kind.ts';

/**
 * A size that a calliper or a rule reads on a piece: what it is called, and how far off it may be.
 */
export interface GaugedSize {
  readonly name: string;
  /** Either way, mm: common practice. */
  readonly within: Mm;
}

/** From snug to slip: the bounds of the two classes of fit, about the one that is aimed at. */
const FIT: Mm = 0.05;
/** What decides where faces come to lie: a shaving or two of the plane. */
const PLACE: Mm = 0.1;
/** What a rule reads, and no fit hangs on. */
const BY_RULE: Mm = 0.2;

/** Every size that any joint's gauges read. */
const SIZES: Readonly<Record<DimensionId, GaugedSize>> = {
  tenonThickness: { name: 'tenon thickness', within: FIT },
  secondTenon: { name: 'thickness of the second tenon', within: FIT },
  tenonWidth: { name: 'tenon width', within: PLACE },
  tenonLength: { name: 'tenon length', within: BY_RULE },
  longShoulder: { name: 'end to long shoulder', within: BY_RULE },
  tipToHaunch: { name: 'end to haunch', within: BY_RULE },
  faceShoulder: { name: 'face shoulder', within: PLACE },
  edgeShoulder: { name: 'edge shoulder', within: PLACE },
  gap: { name: 'gap between the tenons', within: PLACE },
  mortiseWidth: { name: 'mortise width', within: FIT },
  secondMortise: { name: 'width of the second mortise', within: FIT },
  mortiseLength: { name: 'mortise length', within: PLACE },
  outerMortise: { name: 'length of the outer mortise', within: PLACE },
  mortiseDepth: { name: 'mortise depth', within: BY_RULE },
  wall: { name: 'near wall', within: PLACE },
  position: { name: 'layout end to mortise', within: PLACE },
  housingWidth: { name: 'width of the housing', within: FIT },
  housingLength: { name: 'length of the housing', within: PLACE },
  ownWidth: { name: 'width of its own mortise', within: FIT },
  ownMortiseLength: { name: 'length of its own mortise', within: PLACE },
  ownDepth: { name: 'depth of its own mortise', within: BY_RULE },
  ownWall: { name: 'near wall of its own mortise', within: PLACE },
  ownStart: { name: 'edge to its own mortise', within: PLACE },
  protrusion: { name: 'how far the tongue stands out', within: BY_RULE },
};

/** Sizes that a kind calls otherwise, and that are not on its sheet or measured otherwise there. */
const CALLED: Readonly<Record<string, Readonly<Record<DimensionId, string>>>> = {
  housed: { mortiseDepth: 'mortise depth, from the face' },
  'open-slot': { mortiseLength: 'slot depth' },
  'angled-slot': { tenonLength: 'tenon length, along the piece', mortiseLength: 'slot depth' },
  lap: { tenonWidth: 'lap width', mortiseLength: 'length of the cut' },
  'tee-lap': { tenonWidth: 'lap width', mortiseLength: 'length of the notch' },
  'tee-slot': {
    tenonThickness: 'slot between the prongs',
    faceShoulder: 'first prong',
    tenonWidth: 'width of the prongs',
    mortiseWidth: 'wood between the notches',
    wall: 'depth of the notch',
    mortiseLength: 'length of the notches',
  },
  round: {
    tenonThickness: 'diameter of the tenon',
    tenonWidth: 'diameter across the width',
    mortiseWidth: 'hole, across the piece',
    mortiseLength: 'hole, along the piece',
    mortiseDepth: 'depth of the hole',
    position: 'layout end to hole',
  },
  spline: {
    ownWidth: 'slot width',
    ownDepth: 'slot depth',
    ownWall: 'near wall',
    mortiseDepth: 'slot depth',
  },
};

/**
 * The sizes of a joint as its gauges read them: what each is called and how far off it may be.
 * @throws Error for one that no gauge reads
 */
export function sizesIn<P extends object>(
  kind: JointKind<P>,
  params: P,
  members: Members,
): (dimension: DimensionId) => GaugedSize {
  const onSheet = new Map(
    kind.drawing(params, members).dimensions.map(({ id, name }) => [id, name]),
  );
  return (dimension) => {
    const size = SIZES[dimension];
    if (!size) throw new Error(`No gauge reads “${dimension}”.`);
    return { ...size, name: CALLED[kind.id]?.[dimension] ?? onSheet.get(dimension) ?? size.name };
  };
}
