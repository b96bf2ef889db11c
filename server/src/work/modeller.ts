import Module from 'manifold-3d';
import { createModeller } from '@velk/core/modeller';
import type { Modeller } from '@velk/core/ground';

/** The exact solid modeller, loaded in Node. */
export async function nodeModeller(): Promise<Modeller> {
  const wasm = await Module();
  wasm.setup();
  return createModeller(wasm);
}
