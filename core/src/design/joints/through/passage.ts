import Joi from 'joi';
import { roundTo } from '../../../ground/index.ts';
import type { BlindParams } from '../blind/index.ts';
import type { Choice, JointKind } from '../kind.ts';
import { comingOut } from './comingOut.ts';

/** Whether the tenons of a kind stop inside the other piece or come out of it. */
export interface PassageParams {
  /** Through, the gap at the bottom has no meaning; it is kept for the way back. */
  passage?: 'blind' | 'through';
}

const PASSAGE: Choice = {
  id: 'passage',
  label: 'Tenons',
  options: [
    { value: 'blind', label: 'Stop inside' },
    { value: 'through', label: 'Come out of the far side' },
  ],
};

/**
 * A kind with several tenons that can come out of the far side: as it was where nobody asks for
 * that.
 * @param each every tenon as a joint of its own
 */
export function withPassage<P extends BlindParams>(
  kind: JointKind<P>,
  each: (params: P) => readonly P[],
): JointKind<P & PassageParams> {
  const out = comingOut<P, P & PassageParams>(kind, each);
  const as = ({ passage }: PassageParams) => (passage === 'through' ? out : kind);
  return {
    ...kind,
    choices: [...kind.choices, PASSAGE],
    schema: kind.schema.keys({ passage: Joi.string().valid('blind', 'through') } as object),
    optional: [...(kind.optional ?? []), 'passage'],
    problems: (params, ...rest) => as(params).problems(params, ...rest),
    advice: (params, ...rest) => as(params).advice(params, ...rest),
    geometry: (params, ...rest) => as(params).geometry(params, ...rest),
    features: (params, members) => as(params).features(params, members),
    seat: (params) => as(params).seat(params),
    fit: (params, members) => as(params).fit(params, members),
    drawing: (params, members) => as(params).drawing(params, members),
    moves: out.moves,
    withChoice(params, choice, value, members, available) {
      if (choice !== 'passage')
        return { ...params, ...kind.withChoice(params, choice, value, members, available) };
      if (value === (params.passage ?? 'blind')) return { ...params, passage: value };
      const inside = kind.propose(members, available).params.tenonLength;
      const outside = members.mortised.width + roundTo(1.5, available.step, 'up');
      return {
        ...params,
        passage: value as 'blind',
        tenonLength: value === 'through' ? outside : inside,
      };
    },
  };
}
