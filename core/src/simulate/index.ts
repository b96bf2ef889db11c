export * from './virtualCut.ts';
export * from './compare.ts';
export * from './fit.ts';
export * from './assemble.ts';
export * from './proof.ts';
export * from './pair.ts';
export * from './season.ts';
export * from './piece.ts';
