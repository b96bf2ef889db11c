export {
  firstMove,
  nextMove,
  setBy,
  standsThen,
  type FigureMove,
  type NextMove,
} from './nextMove.ts';
export { creepsOf, fullBy, standsFull, type Creep } from './creep.ts';
export { alongTenon, strokesEach, type Along, type ThreeReadings } from './along.ts';
