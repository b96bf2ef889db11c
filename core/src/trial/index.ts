export * from './nextMove.ts';
