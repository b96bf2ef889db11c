import Module from 'manifold-3d';
import wasmUrl from 'manifold-3d/manifold.wasm?url';
import { createModeller } from '@velk/core/modeller';

/** The solid modeller inside a worker, loaded once. */
export const modeller = Module({ locateFile: () => wasmUrl }).then((wasm) => {
  wasm.setup();
  return createModeller(wasm);
});
