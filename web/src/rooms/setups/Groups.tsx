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
  style,
}: {
  groups: readonly GroupView[];
  held: boolean;
  byHand: boolean;
  /** The pass in the picture, counted over all groups from 0. */
  shown: number;
  style: LengthStyle;
}) {
  const passes = groups.flatMap((group) => group.passes);
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
            like={from[i]! > 0 ? sameAs(pass, passes.slice(0, from[i])) : undefined}
            shown={from[i]! + index === shown}
            style={style}
          />
        ))}
      </ol>
    </section>
  ));
}

/** The number of the pass that says the same and moves nothing either, if there is one. */
function sameAs({ words, moves }: PassView, earlier: readonly PassView[]): number | undefined {
  const said = JSON.stringify(words);
  const index = moves.length
    ? -1
    : earlier.findIndex((pass) => !pass.moves.length && JSON.stringify(pass.words) === said);
  return index < 0 ? undefined : index + 1;
}

/** One place of the cutter, or a run of bites. */
function PassLine({
  pass: { words, moves },
  like,
  held,
  shown,
  style,
}: {
  pass: PassView;
  /** The pass of other pieces that goes the same way, from 1. */
  like: number | undefined;
  held: boolean;
  shown: boolean;
  style: LengthStyle;
}) {
  return (
    <li aria-current={shown ? 'step' : undefined}>
      {like === undefined ? <Spoken sentence={words} style={style} /> : `As pass ${like}`}
      {(held ? [] : moves).map(({ figure }) => (
        <span key={figure.id} className="moved">
          {moves.length > 1 && `${figure.name} `}
          <SetTo figure={figure} style={style} />
        </span>
      ))}
    </li>
  );
}
