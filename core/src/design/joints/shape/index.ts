export * from './boxes.ts';
export * from './members.ts';
export * from './sheet.ts';
export * from './checks.ts';
export * from './notch.ts';
export * from './slanted.ts';
