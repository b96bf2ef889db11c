import { writeFigure, type LengthStyle, type Mm } from '@velk/core/ground';

/** The same with decimals of an inch: for what a rule can’t show. */
export const inDecimals = (style: LengthStyle, graduation = style.graduation): LengthStyle => ({
  ...style,
  inches: 'decimal',
  graduation,
});

/** A length set in type: fractions as fractions, the unit beside it. */
export function Length({
  value,
  style,
  unit = true,
}: {
  value: Mm;
  style: LengthStyle;
  unit?: boolean;
}) {
  const { written: w, rest } = writeFigure(value, style);
  return (
    <span className="nowrap">
      {w.negative && '−'}
      {w.whole}
      {w.numerator !== undefined && (
        <>
          {w.whole && '\u2009'}
          <span className="frac">{`${w.numerator}/${w.denominator}`}</span>
        </>
      )}
      {rest && <span className="rest"> {rest.replace(' in', '')}</span>}
      {unit && ` ${w.unit}`}
    </span>
  );
}
