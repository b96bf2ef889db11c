import { say } from '../../ground/index.ts';
import type { Carrier } from '../setups/index.ts';
import type { Hazard, Situation } from './hazard.ts';

/** When something can hurt: judged by the state of the machine. */
export type When = (situation: Situation) => boolean;

export const carrier =
  (...carriers: Carrier[]): When =>
  ({ setup }) =>
    carriers.includes(setup.carrier);
export const stage =
  (...stages: string[]): When =>
  ({ setup }) =>
    stages.includes(setup.stage);
export const all =
  (...whens: When[]): When =>
  (situation) =>
    whens.every((when) => when(situation));
export const not =
  (when: When): When =>
  (situation) =>
    !when(situation);
export const either =
  (...whens: When[]): When =>
  (situation) =>
    whens.some((when) => when(situation));
export const always: When = () => true;

export const stacked: When = ({ setup }) => setup.between !== undefined;
export const tilted: When = ({ setup }) => setup.tilt !== undefined;

/** A hazard that is always told in the same words. */
export const told = (id: string, when: When, text: string): Hazard => ({
  id,
  words: (situation) => (when(situation) ? say(text) : undefined),
});
