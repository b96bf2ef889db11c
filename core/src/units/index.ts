export * from './length.ts';
export * from './roundTo.ts';
export * from './parseLength.ts';
export * from './formatLength.ts';
export * from './sentence.ts';
export * from './formatFigure.ts';
