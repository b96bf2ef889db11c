export * from './part.ts';
export * from './piece.ts';
