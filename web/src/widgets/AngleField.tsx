import { formatAngle, parseAngle } from '@velk/core/ground';
import type { LengthFieldProps } from './LengthField.tsx';
import { TypedField, type Check } from './TypedField.tsx';

/** Half a degree: what an arrow key nudges an angle by. */
const NUDGE = 0.5;

/** An angle off square, typed in degrees or as a slope. */
export function AngleField({
  field,
  label,
  value,
  style,
  error,
  least = -60,
  most = 60,
  onChange,
}: LengthFieldProps) {
  const read = (from: string): Check => {
    const parsed = parseAngle(from, style);
    if (!parsed.ok) return { message: parsed.message };
    if (parsed.value < least || parsed.value > most)
      return { message: `The ${label} must be from ${least}° to ${most}°.` };
    return { value: parsed.value };
  };
  return (
    <TypedField
      field={field}
      label={`${label}, degrees`}
      value={value}
      text={formatAngle(value)}
      read={read}
      step={NUDGE}
      within={(moved) => moved >= least && moved <= most}
      error={error}
      onChange={onChange}
    />
  );
}
