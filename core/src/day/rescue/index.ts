export { rescuesOf, type Mishap, type NewFigure, type Rescue } from './rescues.ts';
