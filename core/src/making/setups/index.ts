export * from './reach.ts';
export * from './figure.ts';
export * from './setup.ts';
