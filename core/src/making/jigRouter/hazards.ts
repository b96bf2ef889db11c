import { always, bothHands, type Hazard } from '../hazards/index.ts';

/** What can hurt with a router in a mortising jig. */
export const JIG_ROUTER_HAZARDS: readonly Hazard[] = [bothHands(always)];
