import { say } from '../../ground/index.ts';
import type { Carrier } from '../setups/index.ts';
import type { Hazard, Situation } from './hazard.ts';

/** When something can hurt: judged by the state of the machine. */
export type When = (at: Situation) => boolean;

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
  (at) =>
    whens.every((when) => when(at));
export const not =
  (when: When): When =>
  (at) =>
    !when(at);
export const either =
  (...whens: When[]): When =>
  (at) =>
    whens.some((when) => when(at));
export const always: When = () => true;

export const stacked: When = ({ setup }) => setup.between !== undefined;
export const tilted: When = ({ setup }) => setup.tilt !== undefined;

/** A hazard that is always told in the same words. */
export const told = (id: string, when: When, text: string): Hazard => ({
  id,
  words: (at) => (when(at) ? say(text) : undefined),
});
