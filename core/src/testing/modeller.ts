import Module from 'manifold-3d';
import { createModeller } from '../ground/solids/manifoldModeller.ts';
import type { Modeller } from '../ground/solids/index.ts';

/** The exact modeller, loaded in Node. */
export async function loadModeller(): Promise<Modeller> {
  const wasm = await Module();
  wasm.setup();
  return createModeller(wasm);
}
