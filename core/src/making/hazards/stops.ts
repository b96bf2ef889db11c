import { topSpeed } from '../../shop/index.ts';
import { say } from '../../ground/index.ts';
import type { Situation, StopHazard } from './hazard.ts';

/** Largest cutter that is held in the hand, mm: common practice. */
export const LARGEST_BY_HAND = 50;

const PORTABLE: ReadonlySet<string> = new Set(['hand-router', 'jig-router']);

/** Across the grain, by the length of the piece: on a gauge, a sled, or its end along a fence. */
const across = ({ setup: { model, carrier, stage } }: Situation): boolean =>
  ['mitre-gauge', 'sled', 'router-sled'].includes(carrier) ||
  model === 'overhead-saw' ||
  (model === 'bandsaw' && stage === 'shoulders');

/** Pushed past the cutter by hand. */
const fed = (situation: Situation): boolean =>
  !across(situation) &&
  (['bandsaw', 'router-table'].includes(situation.setup.model) ||
    (situation.setup.model === 'table-saw' && situation.setup.carrier === 'fence'));

/** What Velk would not do (common practice), with the other way. */
export const STOPS: readonly StopHazard[] = [
  {
    id: 'short-crosscut',
    path: 'length',
    words: (situation) =>
      across(situation) && situation.length < situation.shop.rules.shortestCrosscut - 1e-6
        ? say(
            'The piece is {value} long; under {bound} it is too short for a power crosscut. Cut it while it is part of a longer piece, or by hand.',
            { value: situation.length, bound: situation.shop.rules.shortestCrosscut },
          )
        : undefined,
  },
  {
    id: 'short-fed',
    path: 'length',
    words: (situation) =>
      fed(situation) && situation.length < situation.shop.rules.shortestFed - 1e-6
        ? say(
            'The piece is {value} long; under {bound} it can’t be fed safely by hand. Cut it while it is part of a longer piece, or by hand.',
            { value: situation.length, bound: situation.shop.rules.shortestFed },
          )
        : undefined,
  },
  {
    id: 'large-by-hand',
    path: 'shop.tools',
    words: ({ setup, cutter }) =>
      cutter?.kind === 'router-cutter' &&
      PORTABLE.has(setup.model) &&
      cutter.diameter > LARGEST_BY_HAND + 1e-6
        ? say(
            'The cutter is {value} across; over {bound} none is held in the hand. Run it in a router table, or use a smaller one.',
            { value: cutter.diameter, bound: LARGEST_BY_HAND },
          )
        : undefined,
  },
  {
    id: 'over-speed',
    path: 'shop.tools',
    words: ({ machine, cutter }) => {
      if (cutter?.kind !== 'router-cutter' && cutter?.kind !== 'paired-cutters') return undefined;
      if (machine?.kind !== 'router' && machine?.kind !== 'router-table') return undefined;
      const { rpm } = topSpeed(cutter.diameter, cutter.topSpeed);
      return machine.slowest > rpm
        ? say(
            `The cutter turns at most ${rpm} rpm; the slowest here is ${machine.slowest}. Use a smaller cutter, or a machine that turns slower.`,
          )
        : undefined;
    },
  },
];
