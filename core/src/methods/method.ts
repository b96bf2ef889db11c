import type { Feature } from '../joints/index.ts';
import type { LengthFigure, Occurrence, Refusal, Setup, Stage } from '../setups/index.ts';
import type { Shop } from '../tooling/index.ts';
import { figure, type FigureDraft } from '../setups/index.ts';

/** What a method is told beside the feature. */
export interface Context {
  readonly joint: string;
  /** Every place the feature is to be cut, part by part. */
  readonly occurrences: readonly Occurrence[];
  /** Shoulders before cheeks, or after: decided by where the cheeks' waste goes. */
  readonly shouldersFirst: boolean;
}

/** A way of cutting a feature. Its set-ups hold figures only: what wood they take is the machine model's affair. */
export interface Method<F extends Feature = Feature> {
  readonly id: string;
  readonly title: string;
  readonly form: F['form'];
  readonly stage: Stage;
  /** For cheeks: whether the waste falls outside the blade, or stands between blade and fence or jig. */
  readonly waste?: 'outside' | 'between';
  applies(feature: F): boolean;
  refuse(feature: F, shop: Shop, context: Context): Refusal[];
  setups(feature: F, shop: Shop, context: Context): Setup[];
}

/** Makes figures at this shop's graduation. */
export const figuresFor =
  (shop: Shop) =>
  (draft: FigureDraft): LengthFigure =>
    figure(draft, shop.graduation);

/** A hair under which two lengths are one. */
export const SAME = 1e-6;
