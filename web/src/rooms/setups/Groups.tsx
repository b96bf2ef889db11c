import type { GroupView, PassView } from '@velk/core/day';
import { capital, type LengthStyle } from '@velk/core/ground';
import { SetTo } from '../../widgets/SetTo.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { FigureRow } from './FigureRow.tsx';

/**
 * What goes through, piece by piece: how many, what is set or marked for these alone, and their
 * passes.
 */
export function Groups({
  groups,
  held,
  byHand,
  shown,
  onShow,
  style,
}: {
  groups: readonly GroupView[];
  held: boolean;
  byHand: boolean;
  /** The pass in the picture, counted over all groups from 0. */
  shown: number;
  onShow: (pass: number) => void;
  style: LengthStyle;
}) {
  const from = groups.map((_, i) =>
    groups.slice(0, i).reduce((sum, g) => sum + g.passes.length, 0),
  );
  return groups.map((group, i) => (
    <section key={group.setup} aria-label={`What goes through, ${i + 1}`}>
      <h2 className="later">
        {group.of ? `${capital(group.of)}: ` : ''}
        {group.parts.join(', ')}
        <span className="quiet light">
          {' '}
          {group.ends}; {group.count} {group.counted}
        </span>
      </h2>
      {(held ? [] : group.figures).map((figure) => (
        <FigureRow key={figure.figure.id} view={figure} style={style} byHand={byHand} />
      ))}
      {(held ? [] : group.lies).map((words) => (
        <p key={words}>The angle stays as it is: {words}.</p>
      ))}
      <ol className="passes" start={from[i]! + 1}>
        {group.passes.map((pass, index) => (
          <PassLine
            key={`${pass.setup} ${pass.pass}`}
            pass={pass}
            held={held}
            shown={from[i]! + index === shown}
            onShow={() => onShow(from[i]! + index)}
            style={style}
          />
        ))}
      </ol>
    </section>
  ));
}

/** One place of the cutter, or a run of bites. */
function PassLine({
  pass: { words, moves },
  held,
  shown,
  onShow,
  style,
}: {
  pass: PassView;
  held: boolean;
  shown: boolean;
  onShow: () => void;
  style: LengthStyle;
}) {
  return (
    <li aria-current={shown ? 'step' : undefined}>
      <Spoken sentence={words} style={style} />
      {(held ? [] : moves).map(({ figure }) => (
        <span key={figure.id} className="moved">
          {moves.length > 1 && `${figure.name} `}
          <SetTo figure={figure} style={style} />
        </span>
      ))}
      {!shown && (
        <>
          {' '}
          <button className="link" onClick={onShow}>
            Picture
          </button>
        </>
      )}
    </li>
  );
}
