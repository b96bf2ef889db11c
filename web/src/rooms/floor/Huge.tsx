import './floor.css';
import { formatAngle, type LengthStyle } from '@velk/core/ground';
import { withoutNumber, type AngleFigure } from '@velk/core/making';
import type { FigureView } from '@velk/core/day';
import { Length } from '../../widgets/Length.tsx';
import { SetTo } from '../../widgets/SetTo.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

/** Figures to be read at arm’s length: how far, from what to what, and how it is set. */
export function HugeFigures({
  figures,
  angles = [],
  stand,
  byHand,
  style,
}: {
  figures: readonly FigureView[];
  angles?: readonly AngleFigure[];
  /** Where something stands that was moved since, by the figure. */
  stand: (view: FigureView) => number | undefined;
  byHand: boolean;
  style: LengthStyle;
}) {
  return (
    <div className={`huge ${figures.length + angles.length > 2 ? 'many' : ''}`}>
      {figures.map((view) => {
        const { figure, from, to } = view;
        const moved = stand(view);
        const isNumber = moved !== undefined || !withoutNumber(figure);
        return (
          <div key={figure.id}>
            <p className="quiet">{figure.name}</p>
            <p className="hugevalue">
              {moved === undefined ? (
                <SetTo figure={figure} style={style} unit={false} />
              ) : (
                <Length value={moved} style={style} unit={false} />
              )}
              {isNumber && <span className="unit"> {style.system}</span>}
            </p>
            {isNumber && (
              <p>
                from {from} to {to}
              </p>
            )}
            {moved !== undefined ? (
              <p className="quiet">
                moved since it was set{withoutNumber(figure) ? ' ' : ' at '}
                <SetTo figure={figure} style={style} />
              </p>
            ) : (
              !byHand && (
                <p className={isNumber ? 'quiet' : undefined}>
                  <Spoken sentence={figure.set.text} style={style} />
                </p>
              )
            )}
          </div>
        );
      })}
      {angles.map((angle) => (
        <div key={angle.id}>
          <p className="quiet">{angle.name}</p>
          <p className="hugevalue">{formatAngle(angle.degrees)}</p>
          <p>{angle.between}</p>
        </div>
      ))}
    </div>
  );
}
