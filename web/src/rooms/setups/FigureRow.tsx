import type { FigureView } from '@velk/core/day';
import { formatAngle, formatLength, INCH, type LengthStyle, type Mm } from '@velk/core/ground';
import {
  type AngleFigure,
  type LengthFigure,
  remainderMatters,
  withoutNumber,
} from '@velk/core/making';
import { CopyButton } from '../../widgets/CopyButton.tsx';
import { inDecimals, Length } from '../../widgets/Length.tsx';
import { SetTo } from '../../widgets/SetTo.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

/** What a figure is, from where to where, and how it is reached; the rest unfolds. */
export function FigureRow({
  view,
  style,
  byHand,
}: {
  view: FigureView;
  style: LengthStyle;
  byHand: boolean;
}) {
  const { figure, from, to } = view;
  const bare = withoutNumber(figure) !== undefined;
  return (
    <details className={`figure folds ${byHand ? 'byhand' : ''}`}>
      <summary>
        <div className="value">
          <SetTo figure={figure} style={style} unit={false} />
          {!bare && <span className="unit">{style.system}</span>}
        </div>
        <div>
          <p>
            <strong>{figure.name}</strong>
            {!bare && ` from ${from} to ${to}`}
          </p>
          {!byHand && <Reached figure={figure} style={style} />}
        </div>
      </summary>
      <MoreOfFigure view={view} style={style} byHand={byHand} />
    </details>
  );
}

/** How a figure is reached, and what that leaves; that a number is measured needs no word. */
function Reached({ figure, style }: { figure: LengthFigure; style: LengthStyle }) {
  const leaves =
    !figure.leads && remainderMatters(figure) && isShown(figure.set.error, style) ? (
      <span className="quiet">
        exact <Length value={figure.aim} style={style} />, leaves{' '}
        <Length value={Math.abs(figure.set.error)} style={inDecimals(style)} />
      </span>
    ) : null;
  const isMeasured = figure.set.by === 'rule';
  if (isMeasured && !leaves) return null;
  return (
    <p>
      {!isMeasured && <Spoken sentence={figure.set.text} style={style} />}
      {!isMeasured && leaves && '; '}
      {leaves}
    </p>
  );
}

/** The other ways to reach a figure, where its number comes from, and the number to take along. */
function MoreOfFigure({
  view: { figure, from, to },
  style,
  byHand,
}: {
  view: FigureView;
  style: LengthStyle;
  byHand: boolean;
}) {
  const bare = withoutNumber(figure) !== undefined;
  const others = byHand ? [] : figure.reach.filter((way) => way !== figure.set);
  return (
    <>
      <p>
        {bare ? `From ${from} to ${to}. ` : ''}
        <Spoken sentence={figure.working} style={style} />
        {figure.counts > 1 && '. Its error counts twice.'}{' '}
        {!bare && <CopyButton of={figure.name} text={formatLength(figure.set.value, style)} />}
      </p>
      {others.length > 0 && (
        <ul className="ways" aria-label={`Other ways to reach ${figure.name}`}>
          {others.map((way, i) => (
            <li key={i}>
              or <Spoken sentence={way.text} style={style} />
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
      )}
    </>
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
