export * from './shop.ts';
export * from './available.ts';
