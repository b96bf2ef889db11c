import {
  nthOf,
  type Feature,
  type MemberName,
  type SlotFeature,
  type TenonFeature,
} from '../../design/index.ts';
import { formsWith, tellingFaces, withFaces } from '../../making/index.ts';
import { angleOf, type Lean } from '../../shop/index.ts';
import { formatAngle, say, type Mm, type Sentence } from '../../ground/index.ts';

/** A line to be marked: where on the piece, measured from what, and on which pieces. */
export interface LayoutLine {
  readonly member: MemberName;
  readonly what: string;
  /** The side it is drawn on, and the one it is measured from. */
  readonly on: string;
  readonly from: string;
  readonly values: readonly Mm[];
  /** `first`: the others come off the stop or the fence. */
  readonly pieces: 'first' | 'all';
  readonly why: Sentence;
}

interface Cut {
  readonly member: MemberName;
  readonly features: readonly Feature[];
  /** Methods of the chosen route. */
  readonly methods: readonly string[];
  readonly turned?: boolean;
}

type Line = Omit<LayoutLine, 'member'>;

const line = (
  what: string,
  on: string,
  from: string,
  values: readonly Mm[],
  pieces: Line['pieces'],
  why: string,
): Line => ({ what, on, from, values, pieces, why: say(why) });

/**
 * What to mark for one member: all of it on the first piece, on the rest only what is worked to by
 * hand.
 */
export function layoutOf({ member, features, methods, turned }: Cut): LayoutLine[] {
  const hand = new Set<string>(formsWith('by-hand', methods));
  if (formsWith('by-hand', methods, 'edges').length) hand.add('edges');
  if (formsWith('chopped', methods).length) hand.add('floor');
  const layered = new Set<string>(formsWith('layered', methods));
  const lines = features.flatMap((f) => {
    const own = layered.has(f.form)
      ? linesOf(f, hand, member).map(ofLayers)
      : linesOf(f, hand, member);
    return own.map((l) => (f.name ? { ...l, what: `${l.what}, ${nthOf(f.name, f.nth)}` } : l));
  });
  return lines.map((l) => ({
    ...l,
    member,
    what: withFaces(l.what, turned === true),
    on: withFaces(l.on, turned === true),
    from: withFaces(l.from, turned === true),
    why: tellingFaces(l.why, turned === true),
  }));
}

/** The same line where layers make it: there is no stop and no fence to check. */
const ofLayers = (l: Line): Line => ({
  ...l,
  pieces: 'first',
  why: say('The layers’ own sizes make it; measured here once the first is glued.'),
});

function linesOf(f: Feature, hand: ReadonlySet<string>, member: MemberName): Line[] {
  switch (f.form) {
    case 'mortise': {
      const end = f.into === 'end';
      const on = end ? 'the end' : 'the {edge the tenon enters}';
      const from = end ? '{reference edge}' : 'layout end';
      const squared = hand.has('mortise') && f.ends !== 'fitted';
      const [along, across] = [atMouth(f.lean, 'thickness', 0), atMouth(f.lean, 'length', 1)];
      const ends = [along(f.start), along(f.start + f.length)];
      return [
        line(
          'centre line',
          on,
          from,
          [along(f.start + f.length / 2)],
          'first',
          'It meets the centre line of the jig; the rest go against the end stop.',
        ),
        line(
          'ends',
          on,
          from,
          ends,
          squared ? 'all' : 'first',
          squared ? 'The chisel works to these lines.' : 'To check the stops by.',
        ),
        line(
          'walls, with the gauge',
          on,
          '{reference face}',
          [across(f.wall), across(f.wall + f.width)],
          'first',
          'To check the setting by; always from the {reference face}.',
        ),
        ...(f.lean
          ? [
              line(
                `slope of the mortise, bevel at ${formatAngle(Math.abs(f.lean.degrees))}`,
                f.lean.about === 'thickness' ? 'both faces' : 'the end',
                'its lines on the edge',
                [],
                'first',
                'Drawn down from them, to hold the chisel or the wedge by.',
              ),
            ]
          : []),
      ];
    }
    case 'tenon': {
      const pieces = hand.has('tenon') ? 'all' : 'first';
      const why = hand.has('tenon')
        ? 'The saw stays beside it, in the waste.'
        : 'To check the fence by.';
      if (f.lean) return slanted(f, f.lean, pieces, why);
      const edges = hand.has('edges') && f.width < f.stock.width;
      const sawn = hand.has('tenon') || edges;
      return [
        line(
          'shoulder line, with the knife',
          'all round',
          'worked end',
          [f.length],
          sawn ? 'all' : 'first',
          sawn
            ? 'It meets itself all round; the saw works to it.'
            : 'Both faces must meet on it; the rest come off the stop.',
        ),
        ...cheeks(
          f.faceShoulder,
          f.thickness,
          f.stock.thickness,
          'cheeks, with the gauge',
          'the end and both edges',
          '{reference face}',
          pieces,
          why,
        ),
        ...cheeks(
          f.edgeShoulder,
          f.width,
          f.stock.width,
          'edge cheeks, with the gauge',
          'the end and both faces',
          '{reference edge}',
          edges ? 'all' : pieces,
          edges ? 'The saw stays beside it, in the waste.' : why,
        ),
      ];
    }
    case 'slot': {
      const byHand = hand.has('slot');
      const from = f.across === 'thickness' ? '{reference face}' : '{reference edge}';
      const on = f.across === 'thickness' ? 'the end and both edges' : 'the end and both faces';
      if (f.lean) return slantedSlot(f, f.lean, byHand ? 'all' : 'first', member);
      const chopped = byHand || hand.has('floor');
      return [
        line(
          'floor, with the knife',
          on.replace('the end and ', ''),
          'worked end',
          [f.depth],
          chopped ? 'all' : 'first',
          chopped ? 'The chisel chops to it from both sides.' : 'To check the blade’s height by.',
        ),
        line(
          'walls, with the gauge',
          on,
          from,
          [f.wall, f.wall + f.width],
          byHand ? 'all' : 'first',
          byHand ? 'The saw leaves these lines whole.' : 'To check the fence by.',
        ),
      ];
    }
    case 'notch': {
      const byHand = hand.has('notch');
      const on =
        f.face === 'reference-face'
          ? 'the {reference face} and both edges'
          : 'the {other face} and both edges';
      const floor = f.face === 'reference-face' ? '{reference face}' : '{other face}';
      return [
        line(
          'walls, with the knife',
          on,
          'layout end',
          [f.start, f.start + f.length],
          byHand ? 'all' : 'first',
          byHand ? 'The saw works to them.' : 'To check the stop by.',
        ),
        line(
          'floor, with the gauge',
          'both edges',
          floor,
          [f.depth],
          byHand ? 'all' : 'first',
          byHand ? 'The chisel pares to it from both edges.' : 'To check the height by.',
        ),
      ];
    }
    case 'bore': {
      const byHand = hand.has('bore');
      const on = f.into === 'entry-edge' ? 'the {edge the tenon enters}' : 'the {reference face}';
      const along = f.guide === 'reference-edge' ? 'worked end' : 'layout end';
      const guide = {
        'reference-face': '{reference face}',
        'entry-edge': '{edge the tenon enters}',
        'reference-edge': '{reference edge}',
      }[f.guide];
      const why = byHand
        ? 'The awl goes where the two lines cross; the bit follows it.'
        : 'To check fence and stop by; the bit’s point falls where they cross.';
      return [
        line('centre of the hole, along', on, along, [f.along], byHand ? 'all' : 'first', why),
        line('centre of the hole, across', on, guide, [f.across], byHand ? 'all' : 'first', why),
      ];
    }
    case 'round-tenon': {
      const pieces = hand.has('round-tenon') ? 'all' : 'first';
      return [
        line(
          'shoulder line, with the knife',
          'all round',
          'worked end',
          [f.length],
          pieces,
          'The wood goes from here to the end.',
        ),
        line(
          'centre of the tenon, from the face',
          'the end',
          '{reference face}',
          [f.fromFace],
          pieces,
          'A circle of the tenon’s size is drawn round it.',
        ),
        line(
          'centre of the tenon, from the edge',
          'the end',
          '{reference edge}',
          [f.fromEdge],
          pieces,
          'The same centre, from the edge.',
        ),
      ];
    }
    case 'tip': {
      const short = f.long === 'near' ? 'the far cheek' : 'the near cheek';
      return [
        line(
          'foot of the mitre, with the knife',
          short,
          'worked end',
          [f.thickness],
          'all',
          'The saw goes from the other cheek’s corner down to it.',
        ),
      ];
    }
    case 'end':
      return hand.has('end')
        ? [
            line(
              'end, with bevel and knife',
              'all round',
              'corner that stays',
              [0],
              'all',
              'From the corner that stands out farther; the saw works to it.',
            ),
          ]
        : [
            line(
              'end, with bevel and knife',
              'all round',
              'corner that stays',
              [0],
              'first',
              'From the corner that stands out farther; the rest come off the stop.',
            ),
          ];
    case 'raked': {
      const side = f.across === 'width' ? '{reference edge}' : '{reference face}';
      return [
        line(
          `slanted shoulder, with bevel and knife, where it meets the ${side}`,
          'all round',
          'worked end',
          [f.length],
          'all',
          'The bevel strikes it from there; it is squared across the other sides.',
        ),
        ...cheeks(
          f.faceShoulder,
          f.thickness,
          f.stock.thickness,
          'cheeks, with the gauge',
          'the end and both edges',
          '{reference face}',
          'all',
          'The saw stays beside it, in the waste.',
        ),
        ...cheeks(
          f.edgeShoulder,
          f.width,
          f.stock.width,
          'edge cheeks, with the gauge',
          'the end and both faces',
          '{reference edge}',
          'all',
          'The saw stays beside it, in the waste.',
        ),
      ];
    }
    case 'slope': {
      const haunch = f.of === 'haunch';
      return [
        line(
          haunch ? 'haunch, sloping to nothing' : 'pocket, sloping to nothing',
          haunch ? 'both cheeks' : 'the {edge the tenon enters}',
          haunch ? '{reference edge}' : 'layout end',
          [f.from, f.to],
          'all',
          haunch
            ? 'The saw goes from one to the other.'
            : 'The chisel pares from one down to the other.',
        ),
        line(
          haunch ? 'haunch at the tenon, from the shoulder' : 'pocket at the mortise',
          haunch ? 'both cheeks' : 'the mortise’s near end',
          haunch ? 'shoulder' : '{edge the tenon enters}',
          [f.depth],
          'all',
          'Where it is deepest.',
        ),
      ];
    }
    case 'flare': {
      const ends = [f.start - f.opening, f.start + f.length + f.opening];
      return [
        line(
          'ends at the exit, with the knife',
          'the edge it comes out of',
          'layout end',
          ends,
          'all',
          'The chisel pares from these lines.',
        ),
      ];
    }
    case 'groove':
      return [
        line(
          'groove, with the gauge',
          f.edge === 'entry-edge' ? 'the {edge the tenon enters}' : '{other edge}',
          '{reference face}',
          [f.wall, f.wall + f.width],
          'first',
          'A hand’s breadth at one end, to check the fence by.',
        ),
      ];
    case 'rebate':
      return [
        line(
          'rebate, with the gauge',
          f.edge === 'entry-edge' ? 'the {edge the tenon enters}' : '{other edge}',
          '{reference face}',
          [f.floor],
          'first',
          'A hand’s breadth at one end, to check the fence by.',
        ),
      ];
  }
}

/** Where a line of the square piece comes out on the surface of the true one, mm along it. */
const atMouth = (lean: Lean | undefined, about: Lean['about'], axis: 0 | 1) => (v: Mm) =>
  lean?.about === about ? lean.pivot[axis] + (v - lean.at[axis]) / angleOf(lean.degrees).cos : v;

/** The lines of a tenon that leans: those across and along it go with the bevel. */
function slanted(f: TenonFeature, { about }: Lean, pieces: Line['pieces'], why: string): Line[] {
  const onFace = about === 'thickness';
  const [faces, edges] = onFace ? ['faces', 'edges'] : ['edges', 'faces'];
  const corner = (side: string) => `corner at the ${side}, along the end`;
  return [
    line(
      `shoulder line, with bevel and knife`,
      'all round',
      'slanted end',
      [f.length],
      pieces,
      `With the bevel across the ${faces}, squared across the ${edges}.`,
    ),
    ...cheeks(
      f.faceShoulder,
      f.thickness,
      f.stock.thickness,
      onFace ? 'cheeks, with the gauge' : 'cheeks, square to the end',
      'the end and both edges',
      onFace ? '{reference face}' : corner('{reference face}'),
      pieces,
      why,
    ),
    ...cheeks(
      f.edgeShoulder,
      f.width,
      f.stock.width,
      onFace ? 'edge cheeks, square to the end' : 'edge cheeks, with the gauge',
      'the end and both faces',
      onFace ? corner('{reference edge}') : '{reference edge}',
      pieces,
      why,
    ),
  ];
}

/** The lines of a slot whose floor slants: from where it meets the side that lengths count from. */
function slantedSlot(
  f: SlotFeature,
  { about, pivot, at, degrees }: Lean,
  pieces: Line['pieces'],
  member: MemberName,
): Line[] {
  const onFace = about === 'thickness';
  const side = onFace
    ? member === 'tenoned'
      ? '{reference edge}'
      : '{edge the tenon enters}'
    : '{reference face}';
  const floor = pivot[0] + (f.depth - at[0]) / angleOf(degrees).cos;
  const across = f.across === 'thickness' ? '{reference face}' : '{reference edge}';
  const slopes = onFace === (f.across === 'width');
  return [
    line(
      'floor, with bevel and knife',
      `both ${onFace ? 'faces' : 'edges'}`,
      `worked end, at the ${side}`,
      [floor],
      pieces,
      'The bevel strikes it from there.',
    ),
    line(
      slopes ? 'walls, square to the end' : 'walls, with the gauge',
      f.across === 'thickness' ? 'the end and both edges' : 'the end and both faces',
      slopes ? `corner at the ${across}, along the end` : across,
      [f.wall, f.wall + f.width],
      pieces,
      'The saw leaves these lines whole.',
    ),
  ];
}

/** The cheek lines that a saw or plane really leaves; a bare face has none. */
function cheeks(
  near: Mm,
  size: Mm,
  stock: Mm,
  what: string,
  on: string,
  from: string,
  pieces: Line['pieces'],
  why: string,
): Line[] {
  const values = [near, near + size].filter((v) => v > 1e-6 && v < stock - 1e-6);
  return values.length ? [line(what, on, from, values, pieces, why)] : [];
}
