export * from './vector.ts';
export * from './rigid.ts';
export * from './solid.ts';
export * from './bounds.ts';
export * from './modeller.ts';
export * from './aside.ts';
export * from './hull.ts';
