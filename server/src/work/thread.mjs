// A thread does not inherit the loader of its parent in every runner: it brings its own.
import { register } from 'tsx/esm/api';

register();
await import('./thread.ts');
