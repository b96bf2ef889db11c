import { difference, union, type Solid, roundTo, say, type Mm } from '../../../ground/index.ts';
import { pieceSolid } from '../../../shop/index.ts';
import { nthOf, type Feature, type JointKind, type Members } from '../kind.ts';
import { leastWoodIn } from '../neighbours.ts';

/** Equal mortises on one piece, each a pitch farther from the layout end than the one before. */
export interface Row {
  readonly count: number;
  /** Left out while nobody has said. */
  readonly pitch: Mm | undefined;
  /** The same row is laid out from the other end of each piece too. */
  readonly mirrored: boolean;
}

type Params = Readonly<Record<string, unknown>>;

/** What one of a row is called. */
const CALLED: Readonly<Partial<Record<Feature['form'], string>>> = { bore: 'hole' };

/**
 * What of a mortised piece a feature takes along it, from the layout end, mm; nothing for what runs
 * all along.
 */
function spanOf(feature: Feature): readonly [Mm, Mm] | undefined {
  if (feature.form === 'mortise' || feature.form === 'notch')
    return [feature.start, feature.start + feature.length];
  if (feature.form === 'flare')
    return [feature.start - feature.opening, feature.start + feature.length + feature.opening];
  if (feature.form === 'bore')
    return [feature.along - feature.diameter / 2, feature.along + feature.diameter / 2];
  return undefined;
}

/** What the features of one mortise take along their piece, mm. */
const extentOf = (features: readonly Feature[]): readonly [Mm, Mm] => {
  const spans = features.flatMap((f) => spanOf(f) ?? []);
  return [Math.min(...spans), Math.max(...spans)];
};

/** The same joint so much farther from the layout end of the mortised piece, mm. */
export function movedAlong(
  { placedBy = 'position' }: JointKind,
  params: Params,
  by: Mm,
): Record<string, unknown> {
  return { ...params, [placedBy]: Number(params[placedBy]) + by };
}

/**
 * The pitch that spreads a row evenly over its piece, as far from the other end as it begins; with
 * rows from both ends all of them.
 * @param kind without its row
 * @param step that it is rounded down to, mm
 * @returns nothing where they don't fit side by side
 */
export function evenPitch(
  kind: JointKind,
  params: Params,
  members: Members,
  { count, mirrored }: Pick<Row, 'count' | 'mirrored'>,
  step: Mm,
): Mm | undefined {
  const [from, to] = extentOf(kind.features(params, members).mortised);
  const all = mirrored ? 2 * count : count;
  const pitch = roundTo(
    (members.mortised.length - 2 * from - (to - from)) / (all - 1),
    step,
    'down',
  );
  return count > 1 && pitch >= to - from + 1 ? pitch : undefined;
}

/**
 * A kind whose mortise is made several times on each piece: its features and wood are those of the
 * whole row, its gauges and its drawing those of the first.
 */
export function inRow(kind: JointKind, { count, pitch = 0, mirrored }: Row): JointKind {
  const nth = (params: Params, i: number) => movedAlong(kind, params, i * pitch);
  const every = (params: Params) => Array.from({ length: count }, (_, i) => nth(params, i));
  return {
    ...kind,
    problems(params, members, available, names) {
      const ownProblems = kind.problems(params, members, available, names);
      if (ownProblems.length) return ownProblems;
      const told = (dimension: string, value: Mm, bound: Mm, text: string) => [
        {
          path: 'pitch',
          part: names.mortised,
          dimension,
          value,
          bound,
          message: say(`${names.mortised}: ${text}`, { value, bound }),
        },
      ];
      const [from, to] = extentOf(kind.features(params, members).mortised);
      if (!Number.isInteger(count))
        return told(
          'mortises a piece',
          2 * count,
          2 * Math.ceil(count),
          'an odd count can’t be laid out from both ends of each piece; make it even, or lay out from one end.',
        );
      if (count > 1 && !(pitch > 0))
        return told(
          'pitch',
          pitch,
          to - from,
          `each piece has ${count} of these one after the other; say how far it is from one to the next: more than {bound}.`,
        );
      if (count > 1 && pitch < to - from + 1 - 1e-6)
        return told(
          'pitch',
          pitch,
          to - from + 1,
          'from one to the next it is {value}; they are so long that {bound} is the least.',
        );
      const { length } = members.mortised;
      const end = to + (count - 1) * pitch;
      if (end > length + 1e-6)
        return told(
          'end of the row',
          end,
          length,
          'the last ends {value} from the layout end, but the piece is {bound} long.',
        );
      /** One of either end’s row: how far the two lie apart along the piece. */
      const apart = (i: number, j: number) =>
        Math.max(
          length - to - j * pitch - (to + i * pitch),
          from + i * pitch - (length - from - j * pitch),
        );
      const steps = Array.from({ length: count }, (_, i) => i);
      const nearest = Math.min(...steps.flatMap((i) => steps.map((j) => apart(i, j))));
      if (mirrored && nearest < -1e-6)
        return told(
          'both ends’ mortises',
          -nearest,
          0,
          'laid out from both ends, two of them would lie {value} into one another.',
        );
      return kind.problems(nth(params, count - 1), members, available, names);
    },
    advice(params, members, available) {
      const ownAdvice = kind.advice(params, members, available);
      if (count <= 1 || !(pitch > 0)) return ownAdvice;
      const [from, to] = extentOf(kind.features(params, members).mortised);
      const between = pitch - (to - from);
      const least = leastWoodIn(members.mortised);
      if (between > least - 1e-6) return ownAdvice;
      const reason = say(
        'Between two of them only {between} of wood is left; less than {least} may split.',
        { between, least },
      );
      return [
        ...ownAdvice,
        {
          id: 'row',
          dimension: 'pitch',
          level: 'warning',
          title: say('Mortises near each other'),
          reason,
        },
      ];
    },
    geometry(params, member, piece, spot) {
      const first = kind.geometry(params, member, piece, spot);
      if (member === 'tenoned' || count <= 1 || !(pitch > 0)) return first;
      const memberGeometries = every(params).map((one) => kind.geometry(one, member, piece, spot));
      const whole = pieceSolid(piece);
      const gone = memberGeometries.map(({ mustRemain }): Solid => difference(whole, mustRemain));
      return {
        gauges: first.gauges,
        mustRemain: difference(whole, ...gone),
        mustBeEmpty: union(...memberGeometries.map(({ mustBeEmpty }) => mustBeEmpty)),
      };
    },
    features(params, members) {
      const first = kind.features(params, members);
      if (count <= 1 || !(pitch > 0)) return first;
      const rows = every(params).map((one) => kind.features(one, members).mortised);
      return {
        tenoned: first.tenoned,
        mortised: rows.flatMap((features, i) =>
          features.map((f) => ({
            ...f,
            name: f.name ? `${nthOf(f.name, f.nth)},` : (CALLED[f.form] ?? f.form),
            nth: { at: i + 1, of: rows.length },
            ...(f.follows && {
              follows: { ...f.follows, feature: f.follows.feature + i * features.length },
            }),
          })),
        ),
      };
    },
  };
}
