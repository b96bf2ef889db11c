export * from './part.ts';
export * from './piece.ts';
export * from './species.ts';
export * from './moisture.ts';
export * from './batches.ts';
export * from './allowance.ts';
export * from './lean.ts';
export * from './cradle.ts';
