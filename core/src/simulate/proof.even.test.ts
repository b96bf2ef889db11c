import { everyWay } from '../testing/index.ts';
import { proveWays } from '../testing/proveWays.ts';

/** Every other way of cutting; the rest in a file of their own, so that two processors share them. */
await proveWays(everyWay().filter((_, i) => i % 2 === 0));
