export * from './works.ts';
