import {
  all,
  always,
  bothHands,
  carrier,
  either,
  told,
  type Hazard,
  type When,
} from '../hazards/index.ts';

const onEdge: When = ({ setup }) =>
  setup.passes.some(({ seat }) => seat['wood-surface']?.endsWith('edge') ?? false);

/** What can hurt with a router in the hand, the gravest first. */
export const HAND_ROUTER_HAZARDS: readonly Hazard[] = [
  told(
    'router-tips',
    either(
      carrier('edge-guide'),
      all(carrier('straight-edge', 'two-rails', 'bearing-edge'), onEdge),
    ),
    'A router tips on a narrow edge: clamp a second piece of equal height beside it, and keep the weight over the wood.',
  ),
  /**
   * Seen from above a cutter turns clockwise: the wood pushes it to the left of the way it goes.
   */
  told(
    'feed-guide',
    carrier('edge-guide'),
    'Stand with the guide on your side of the wood and push from left to right: the rotation draws the guide to its face. The other way the router runs off.',
  ),
  told(
    'feed-straight-edge',
    carrier('straight-edge', 'two-rails', 'bearing-edge'),
    'With the straight-edge beyond the router push from left to right, with it on your side from right to left: the rotation draws the router to it. The other way it runs off.',
  ),
  bothHands(always),
];
