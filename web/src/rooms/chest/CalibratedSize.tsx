import { formatAngle, type LengthStyle } from '@velk/core/ground';
import type { CalibrationKind } from '@velk/core/shop';
import { inDecimals, Length } from '../../widgets/Length.tsx';

/** What is measured of a tool, to a hundredth. */
export function CalibratedSize({
  kind,
  value,
  style,
}: {
  kind: CalibrationKind;
  value: number;
  style: LengthStyle;
}) {
  return kind.unit === 'length' ? (
    <Length value={value} style={inDecimals(style, 0.01)} />
  ) : (
    <>{formatAngle(value)}</>
  );
}
