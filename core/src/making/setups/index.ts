export * from './reach.ts';
export * from './figure.ts';
export * from './handWork.ts';
export * from './reminder.ts';
export * from './setup.ts';
export type { Carrier, DatumId, HandCarrier, ModelId, RouterCarrier } from './ids.ts';
export { calledFace, onOtherFace, tellingFaces, withFaces } from './faces.ts';
