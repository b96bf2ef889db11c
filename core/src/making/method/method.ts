import type { Feature, TenonFeature } from '../../design/index.ts';
import {
  type LengthFigure,
  type Occurrence,
  type Refusal,
  type Setup,
  type Stage,
  type Trait,
  figure,
  roundedBy,
  type FigureDraft,
  type Means,
} from '../setups/index.ts';
import { blockBoxesOf, ruleOf, type Shop, type Cradle } from '../../shop/index.ts';
import { INCH, roundTo, type Mm } from '../../ground/index.ts';
import type { TakesLean } from './wedged.ts';

/** What only leads to a figure is set no closer, mm: a half, or a 32nd of an inch. */
export const ruleStep = (shop: Pick<Shop, 'style' | 'rule'>): Mm =>
  Math.max(ruleOf(shop), shop.style.system === 'in' ? INCH / 32 : 0.5);

/** What a method is told beside the feature. */
export interface Context {
  readonly joint: string;
  /** Every place the feature is to be cut, part by part. */
  readonly occurrences: readonly Occurrence[];
  /** Shoulders before cheeks, or after: decided by where the cheeks' waste goes. */
  readonly shouldersFirst: boolean;
  /**
   * Length of the rough piece it is still part of while it is cut, mm; nothing where it can't be.
   */
  readonly heldLength?: Mm;
  /** Width of the kerf that has gone down the cheeks before this is cut, mm. */
  readonly taken: Mm;
  /**
   * The mortised piece is met at a face: what lies like the tenoned piece's reference face is its
   * reference edge.
   */
  readonly mateTurned?: boolean;
  /** What the piece lies in, as measured. */
  readonly cradle?: Cradle;
  /** How much thicker and wider than drawn its tenon fits all the same, mm. */
  readonly skins?: Readonly<Record<'thickness' | 'width', Mm>>;
}

/**
 * A way of cutting a feature. Its set-ups hold figures only: what wood they take is the machine
 * model's affair.
 */
export interface Method<F extends Feature = Feature> {
  readonly id: string;
  readonly title: string;
  /** The end of its title: by what it is cut, where what it makes is said already. */
  readonly by: string;
  readonly form: F['form'];
  readonly stage: Stage;
  /** Stages that it does in one go with its own. */
  readonly also?: readonly Stage[];
  /**
   * For cheeks: whether the waste falls outside the blade, or stands between blade and fence or
   * jig.
   */
  readonly waste?: 'outside' | 'between';
  /** For cheeks by a blade: width of its kerf, mm. */
  kerf?(shop: Shop): Mm;
  /** What choosing and ordering go by, instead of its name. */
  readonly traits?: readonly Trait[];
  /**
   * For cheeks cut one side at a time: by what. The edges of their tenon can be cut by something
   * else.
   */
  readonly bySide?: 'table-saw' | 'bandsaw' | 'router' | 'router-table' | 'hand';
  /** For cheeks by machine: it can leave them fat for the plane. */
  readonly leavesFat?: boolean;
  /** How it takes a piece that lies askew; one that says nothing can't. */
  readonly lean?: TakesLean;
  applies(feature: F): boolean;
  refuse(feature: F, shop: Shop, context: Context): Refusal[];
  setups(feature: F, shop: Shop, context: Context): Setup[];
}

/** What stands on the machine for one distance, beside the rule and blocks of every shop. */
export type Gauged = Pick<
  Means,
  'scale' | 'beyond' | 'screw' | 'slide' | 'mates' | 'mark' | 'block'
>;

/**
 * To what a figure is set that only clears what stands between two others: by rule where the cutter
 * is so wide that nothing is left between even so.
 */
export const clearing = (width: Mm, shop: Shop): { step: Mm; clears: boolean } => {
  const clears = shop.graduation > 0 && width >= 4 * ruleStep(shop);
  return { step: clears ? Math.max(shop.graduation, ruleStep(shop)) : shop.graduation, clears };
};

/**
 * Makes figures as this shop can set them: as fine as their purpose asks. What isn’t for a fit is
 * round, unless rounding takes it too far off. What only stays short, or clears, is set by rule and
 * never by blocks.
 */
export function figuresFor(shop: Shop): (draft: FigureDraft, gauged?: Gauged) => LengthFigure {
  const boxes = blockBoxesOf(shop);
  const { graduation } = shop;
  const rule = Math.max(graduation, ruleOf(shop));
  const inOrder = shop.setBy?.length ? { ways: shop.setBy, within: graduation / 2 } : undefined;
  const linesLead = shop.schools.places === 'lines';
  const byRule = { graduation: Math.max(graduation, ruleStep(shop)), boxes: [] };
  return ({ purpose = 'fit', ...draft }, gauged = {}) => {
    const { within = Infinity, value } = draft;
    const means: Means = { graduation, rule, boxes, linesLead, inOrder, ...gauged };
    if (graduation === 0) return figure(draft, means);
    if (purpose === 'fit') return figure(draft, means, besides(draft));
    if (purpose === 'clears') return figure({ ...draft, purpose }, byRule);
    /** Where others stand already the line would have to lie elsewhere. */
    const byStep = (step: Mm, at?: Mm): LengthFigure =>
      purpose === 'stays'
        ? figure({ ...draft, purpose }, { graduation: step, boxes: [] }, at)
        : figure(
            { ...draft, purpose },
            { ...means, linesLead: linesLead && at === undefined },
            at ?? roundTo(value, rule, draft.rounding),
          );
    /** Half as coarse where the coarse one would take it too far off. */
    const steps = (purpose === 'stays' ? [byRule.graduation, rule] : [rule]).filter(
      (step) => value >= 2 * step,
    );
    const standing = steps.flatMap((step) => {
      const at = standingFor({ ...draft, purpose }, step, shop);
      return at === undefined ? [] : [byStep(step, at)];
    });
    const round = [...standing, ...steps.map((step) => byStep(step))].find(
      (coarse) => Math.abs(roundedBy(coarse)) < within,
    );
    return round ?? figure(draft, means);
  };
}

/**
 * Where cards of the job set this distance anyway, mm, if that is farther than it need be by no
 * more than a step and a half.
 */
function standingFor(
  { from, to, purpose, rounding, value }: FigureDraft,
  step: Mm,
  { standing = [] }: Pick<Shop, 'standing'>,
): Mm | undefined {
  const beyond = (at: Mm): Mm => (rounding === 'up' ? at - value : value - at);
  return standing.find(
    (other) =>
      other.from === from &&
      other.to === to &&
      other.purpose === purpose &&
      other.rounding === rounding &&
      beyond(other.at) >= 0 &&
      beyond(other.at) < 1.5 * step,
  )?.at;
}

/** As far off its place as what it makes a fit with was rounded, mm. */
const besides = ({ value, beside }: FigureDraft): Mm =>
  beside ? value - (beside.value - beside.aim) : value;

/** The side of the mortised piece that lies as the reference face of the tenoned one does. */
export const mateFace = ({ mateTurned }: Pick<Context, 'mateTurned'>): string =>
  mateTurned ? 'its reference edge' : 'its reference face';

/** What of its mate a tenon is set by. */
export const mateHollow = ({ isSlot }: NonNullable<TenonFeature['mate']>): string =>
  isSlot ? 'cut slot' : 'cut mortise';

/** A hair under which two lengths are one. */
export const SAME = 1e-6;

/** What a method makes, and by what it makes it; its title has both. */
export const called = (what: string, by: string): Pick<Method, 'title' | 'by'> => ({
  title: `${what}, ${by}`,
  by,
});
