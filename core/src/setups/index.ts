export * from './figure.ts';
export * from './setup.ts';
