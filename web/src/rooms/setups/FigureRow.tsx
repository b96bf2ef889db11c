import type { FigureView } from '@velk/core/day';
import { formatAngle, formatLength, INCH, type LengthStyle, type Mm } from '@velk/core/ground';
import { type AngleFigure, remainderMatters, withoutNumber } from '@velk/core/making';
import { CopyButton } from '../../widgets/CopyButton.tsx';
import { inDecimals, Length } from '../../widgets/Length.tsx';
import { SetTo } from '../../widgets/SetTo.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

export function FigureRow({
  view: { figure, from, to },
  style,
  byHand,
}: {
  view: FigureView;
  style: LengthStyle;
  byHand: boolean;
}) {
  const bare = withoutNumber(figure) !== undefined;
  const between = (
    <p>
      from {from} to {to}
    </p>
  );
  return (
    <div className={`figure ${byHand ? 'byhand' : ''}`}>
      <div className="value">
        <SetTo figure={figure} style={style} unit={false} />
        {!bare && (
          <>
            <span className="unit">{style.system}</span>
            <CopyButton of={figure.name} text={formatLength(figure.set.value, style)} />
          </>
        )}
      </div>
      <div>
        <strong>{figure.name}</strong>
        {!bare && between}
        {!byHand && (
          <p>
            <Spoken sentence={figure.set.text} style={style} />
            {!figure.leads && remainderMatters(figure) && isShown(figure.set.error, style) && (
              <span className="quiet">
                ; exact <Length value={figure.aim} style={style} />, leaves{' '}
                <Length value={Math.abs(figure.set.error)} style={inDecimals(style)} />
              </span>
            )}
          </p>
        )}
        {!byHand && figure.reach.length > 1 && (
          <details>
            <summary>Or</summary>
            {bare && between}
            <ul className="ways">
              {figure.reach.slice(1).map((way, i) => (
                <li key={i}>
                  <Spoken sentence={way.text} style={style} />
                  <span className="quiet">
                    {Math.abs(way.error) > 5e-4 ? (
                      <>
                        , leaves <Length value={Math.abs(way.error)} style={inDecimals(style)} />
                      </>
                    ) : (
                      ', exact'
                    )}
                  </span>
                </li>
              ))}
            </ul>
          </details>
        )}{' '}
        <details>
          <summary>
            Why {bare ? 'there' : <Length value={figure.set.value} style={style} />}
          </summary>
          <p>
            <Spoken sentence={figure.working} style={style} />
            {figure.counts > 1 && '. Its error counts twice.'}
          </p>
        </details>
      </div>
    </div>
  );
}

/** Whether a length is more than nothing as it is written, in hundredths or thousandths. */
const isShown = (length: Mm, { system }: LengthStyle): boolean =>
  Math.abs(length) >= (system === 'in' ? INCH / 1000 : 0.01) / 2;

/** An angle of the set-up: by its rise over a length, as a wedge or a bevel is made. */
export function AngleRow({ angle, style }: { angle: AngleFigure; style: LengthStyle }) {
  const { name, between, degrees, rise, run, set } = angle;
  return (
    <div className="figure">
      <div className="value">{formatAngle(degrees)}</div>
      <div>
        <strong>{name}</strong>
        <p>{between}</p>
        <p>
          {Math.abs(rise - run) > 1e-6 && (
            <Spoken
              sentence={{ text: 'rises {rise} over {run}', lengths: { rise, run } }}
              style={style}
            />
          )}
          {Math.abs(Math.abs(set) - degrees) > 0.01 && (
            <span className="quiet">; as marked it is {formatAngle(Math.abs(set))}</span>
          )}
        </p>
      </div>
    </div>
  );
}
