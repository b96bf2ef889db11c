export * from './meet.ts';
export * from './build.ts';
export * from './bodies.ts';
export * from './stages.ts';
export * from './glue.ts';
export * from './looks.ts';
export * from './assembly.ts';
export * from './calendar.ts';
