import type Joi from 'joi';
import { difference, union, type Solid } from '../../ground/index.ts';
import type { Available, Piece } from '../../shop/index.ts';
import type {
  Advice,
  Choice,
  Feature,
  Gauge,
  JointKind,
  JointView,
  MemberName,
  Members,
  NamedDimension,
  Outline,
  Spot,
} from './kind.ts';
import { failing, type Check } from './shape/index.ts';

/** What a drawing has beside that of the kind. */
export interface Drawn {
  readonly view?: JointView['id'];
  readonly outlines?: readonly Outline[];
  readonly dimensions?: readonly NamedDimension[];
}

/**
 * Something that can be chosen of many kinds, such as wedges: what it adds to a kind where it is
 * chosen. What it says nothing of passes through.
 */
export interface Modifier<Params extends object, Chosen> {
  readonly choice: Choice;
  /** Its own parameters. */
  readonly keys: Readonly<Record<string, Joi.Schema>>;
  /** What is chosen, as its parameters say; nothing where it isn’t. */
  chosen(params: Params): Chosen | undefined;
  checks?(chosen: Chosen, params: Params, members: Members): readonly Check[];
  advice?(
    chosen: Chosen,
    params: Params,
    members: Members,
    available: Available,
  ): readonly Advice[];
  /** Wood that goes from a member, beside what the kind takes. */
  gone?(
    chosen: Chosen,
    params: Params,
    member: MemberName,
    piece: Piece,
    spot: Spot,
  ): readonly Solid[];
  /** Where a size is measured, now that wood is gone. */
  gauged?(
    gauge: Gauge,
    chosen: Chosen,
    params: Params,
    member: MemberName,
    piece: Piece,
    spot: Spot,
  ): Gauge;
  /** What is cut after all of the kind’s own features. */
  features?(
    chosen: Chosen,
    params: Params,
    members: Members,
    before: Readonly<Record<MemberName, readonly Feature[]>>,
  ): Readonly<Partial<Record<MemberName, readonly Feature[]>>>;
  drawn?(chosen: Chosen, params: Params, members: Members): Drawn;
  /**
   * The parameters with another option of its choice; undefined for a choice that isn’t its own.
   */
  withChoice(
    params: Params,
    choice: string,
    value: string,
    members: Members,
    available: Available,
  ): Params | undefined;
}

/** A kind of which something more can be chosen: as it was where nobody does. */
export function modified<Params extends object, Extra extends object, Chosen>(
  whole: JointKind<Params>,
  modifier: Modifier<Params & Extra, Chosen>,
): JointKind<Params & Extra> {
  /** All of a modifier’s parameters are optional: any of the kind’s own are some of both. */
  const kind = whole as unknown as JointKind<Params & Extra>;
  const chosen = (params: Params & Extra) => modifier.chosen(params);
  const keys = Object.keys(modifier.keys) as (keyof Extra & string)[];
  return {
    ...kind,
    choices: [...kind.choices, modifier.choice],
    schema: kind.schema.keys(modifier.keys as Joi.PartialSchemaMap<Params & Extra>),
    optional: [...(kind.optional ?? []), ...keys],
    problems(params, members, available, names) {
      const own = kind.problems(params, members, available, names);
      const what = chosen(params);
      const checks = what && modifier.checks?.(what, params, members);
      return checks ? [...own, ...failing(checks, names)] : own;
    },
    advice(params, members, available) {
      const what = chosen(params);
      const more = what && modifier.advice?.(what, params, members, available);
      return [...kind.advice(params, members, available), ...(more ?? [])];
    },
    geometry(params, member, piece, spot) {
      const asItIs = kind.geometry(params, member, piece, spot);
      const what = chosen(params);
      const gone = (what && modifier.gone?.(what, params, member, piece, spot)) ?? [];
      if (!what || !gone.length) return asItIs;
      const gauged = (gauge: Gauge) =>
        modifier.gauged?.(gauge, what, params, member, piece, spot) ?? gauge;
      return {
        gauges: asItIs.gauges.map(gauged),
        mustRemain: difference(asItIs.mustRemain, ...gone),
        mustBeEmpty: union(asItIs.mustBeEmpty, ...gone),
      };
    },
    features(params, members) {
      const before = kind.features(params, members);
      const what = chosen(params);
      const more = what && modifier.features?.(what, params, members, before);
      return {
        tenoned: [...before.tenoned, ...(more?.tenoned ?? [])],
        mortised: [...before.mortised, ...(more?.mortised ?? [])],
      };
    },
    drawing(params, members) {
      const { views, dimensions } = kind.drawing(params, members);
      const what = chosen(params);
      const more = what && modifier.drawn?.(what, params, members);
      const outlines = more?.outlines ?? [];
      return {
        views: views.map((view) =>
          view.id === more?.view ? { ...view, outlines: [...view.outlines, ...outlines] } : view,
        ),
        dimensions: [...dimensions, ...(more?.dimensions ?? [])],
      };
    },
    withChoice: (params, choice, value, members, available) =>
      modifier.withChoice(params, choice, value, members, available) ?? {
        ...params,
        ...kind.withChoice(params, choice, value, members, available),
      },
  };
}

/** Parameters without those of a modifier. */
export const without = <Params extends object>(params: object, keys: object): Params =>
  Object.fromEntries(
    Object.entries(params).filter(([name]) => !(name in keys)),
  ) as unknown as Params;
