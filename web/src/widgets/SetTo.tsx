import type { LengthStyle } from '@velk/core/ground';
import { withoutNumber, type LengthFigure } from '@velk/core/making';
import { Length } from './Length.tsx';

/** What a figure is set to: its number, or what stands for one. */
export function SetTo({
  figure,
  style,
  unit = true,
}: {
  figure: Pick<LengthFigure, 'set'>;
  style: LengthStyle;
  unit?: boolean;
}) {
  return withoutNumber(figure) ?? <Length value={figure.set.value} style={style} unit={unit} />;
}
