import { proveShare } from '../../testing/proveWays.ts';

await proveShare(2);
