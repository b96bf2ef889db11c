export { degreesOf, type Estimate } from './estimates.ts';
export {
  CALIBRATIONS,
  calibrated,
  calibrationNamed,
  calibrationsOf,
  measuredIn,
  restsOn,
  type CalibrationKind,
  type RestsOn,
} from './kinds.ts';
