import type { Feature, MemberName } from '../../design/index.ts';
import { formatAngle } from '../../ground/index.ts';
import { atMouth, cheeks, slanted, slantedSlot } from './leaningLines.ts';
import { line, type Line } from './line.ts';

/** The lines of one form of feature. */
type LinesOf<F extends Feature['form']> = (
  feature: Extract<Feature, { form: F }>,
  hand: ReadonlySet<string>,
  member: MemberName,
) => Line[];

/** What is marked for each form. */
const LINES: { readonly [F in Feature['form']]: LinesOf<F> } = {
  mortise: (f, hand) => {
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
  },
  tenon: (f, hand) => {
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
  },
  slot: (f, hand, member) => {
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
  },
  notch: (f, hand) => {
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
  },
  bore: (f, hand) => {
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
  },
  'round-tenon': (f, hand) => {
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
  },
  tip: (f) => {
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
  },
  end: (_, hand) => {
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
  },
  raked: (f) => {
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
  },
  slope: (f) => {
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
  },
  flare: (f) => {
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
  },
  groove: (f) => {
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
  },
  rebate: (f) => {
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
  },
};

/**
 * What is marked for a feature.
 * @param hand what is worked by hand: forms, and `edges` and `floor` of others
 */
export const linesOf = (feature: Feature, hand: ReadonlySet<string>, member: MemberName): Line[] =>
  (LINES[feature.form] as LinesOf<Feature['form']>)(feature, hand, member);
