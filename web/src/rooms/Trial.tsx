import {
  distanceIn,
  featureWords,
  modelOf,
  nextMove,
  parseLength,
  type Card,
  type FigureMove,
  type LengthStyle,
  type NextMove,
  type Reading,
} from '@velk/core';
import { useKeptState } from '../app/useKeptState.ts';
import { FieldError } from '../widgets/FieldError.tsx';
import { Length } from '../widgets/Length.tsx';
import { Spoken } from '../widgets/Spoken.tsx';
import { Readings } from './Readings.tsx';

/** What came of the test pieces of a card until now. */
interface Tried {
  /** What the piece does read, as it was typed, by the name of the reading. */
  readonly read: readonly { readonly name: string; readonly text: string }[];
  /** Where distances were moved to since they were first set. */
  readonly stand: readonly { readonly distance: string; readonly value: number }[];
  readonly pieces: number;
}

/** The first of each list shows what form the others have, and is of nothing. */
const NONE: Tried = { read: [{ name: '', text: '' }], stand: [{ distance: '', value: 0 }], pieces: 0 };

const nameOf = ({ joint, member, dimension }: Reading): string => [joint, member, dimension].join();

interface Props {
  readonly card: Card;
  readonly job: string;
  readonly readings: readonly Reading[];
  readonly style: LengthStyle;
}

/** What the test piece should read; type what it does read, and see the next move. */
export function Trial({ card, job, readings, style }: Props) {
  const field = `kept.trial.${job}.${card.id}`;
  const [tried, keep] = useKeptState<Tried>(field, NONE);
  const textOf = (reading: Reading) => tried.read.find(({ name }) => name === nameOf(reading))?.text ?? '';
  const read = new Map(
    readings.flatMap((reading, i) => {
      const found = parseLength(textOf(reading), style);
      return found.ok && found.value > 0 ? [[i, found.value] as const] : [];
    }),
  );
  const stand = new Map(tried.stand.map(({ distance, value }) => [distance, value]));
  const move = read.size ? nextMove(card, readings, read, stand) : undefined;
  const put = (reading: Reading, text: string) => {
    const name = nameOf(reading);
    const others = tried.read.filter((own) => own.name !== name);
    keep({ ...tried, read: text ? [...others, { name, text }] : others });
  };
  const set = ({ moves }: NextMove) => {
    const moved = new Map(stand);
    for (const { figure, setup, to, how } of moves) moved.set(distanceIn(setup, figure), how[0]?.value ?? to);
    keep({ read: [], stand: [...moved].map(([distance, value]) => ({ distance, value })), pieces: tried.pieces + 1 });
  };
  if (!readings.length) return null;
  return (
    <div className="trial">
      <Readings
        readings={readings}
        style={style}
        does={(reading) => (
          <Does
            label={`${reading.name}, as it reads`}
            text={textOf(reading)}
            style={style}
            onType={(text) => put(reading, text)}
          />
        )}
      />
      {move && <Told move={move} readings={readings} read={read} style={style} onSet={() => set(move)} />}
      {(tried.pieces > 0 || tried.read.some(({ text }) => text)) && (
        <p className="quiet noprint">
          {tried.pieces > 0 &&
            `${tried.pieces === 1 ? 'One test piece' : `${tried.pieces} test pieces`} since it was first set. `}
          <button className="link" onClick={() => keep(null)}>
            Begin the trial again
          </button>
        </p>
      )}
    </div>
  );
}

/** What a gauge shows on the test piece: empty until somebody has measured. What can’t be read stays as typed. */
function Does({
  label,
  text,
  style,
  onType,
}: {
  label: string;
  text: string;
  style: LengthStyle;
  onType: (text: string) => void;
}) {
  const found = text.trim() ? parseLength(text, style) : undefined;
  const message = found && !found.ok ? found.message : undefined;
  return (
    <span className="field">
      <input
        value={text}
        inputMode="decimal"
        aria-label={`${label}, ${style.system}`}
        aria-invalid={message !== undefined}
        placeholder="reads"
        onChange={(e) => onType(e.target.value)}
      />
      <FieldError message={message} />
    </span>
  );
}

/** What to do next, and what it should read then. */
function Told({
  move,
  readings,
  read,
  style,
  onSet,
}: {
  move: NextMove;
  readings: readonly Reading[];
  read: ReadonlyMap<number, number>;
  style: LengthStyle;
  onSet: () => void;
}) {
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const { verdict, moves, expected, why } = move;
  if (verdict === 'good')
    return (
      <p className="note good" role="status">
        Good: {read.size < readings.length ? 'what was measured reads' : 'it reads'} as it should. Cut the rest.
      </p>
    );
  if (verdict !== 'move')
    return (
      <p className="note warning" role="alert">
        {why && <Spoken sentence={why} style={fine} />}
      </p>
    );
  return (
    <div className="note" role="status">
      <h3>The next move</h3>
      {moves.map((own) => (
        <Moved key={distanceIn(own.setup, own.figure)} move={own} style={fine} />
      ))}
      <p className="quiet">
        It should then read{' '}
        {[...read.keys()].map((i, n) => (
          <span key={i}>
            {n > 0 && ', '}
            {readings[i]!.name} <Length value={expected[i]!} style={fine} />
          </span>
        ))}
        .
      </p>
      <button className="link" onClick={onSet}>
        It is set so: the next test piece
      </button>
    </div>
  );
}

/** One figure and which way it goes: what is measured from is left where it is. */
function Moved({ move: { figure, setup, by, to, how }, style }: { move: FigureMove; style: LengthStyle }) {
  const words = featureWords(setup, modelOf(setup.model).datums);
  return (
    <p>
      <strong>
        {figure.name}: <Length value={Math.abs(by)} style={style} /> {by > 0 ? 'more' : 'less'}
      </strong>
      , to <Length value={to} style={style} /> from {words[figure.from]} to {words[figure.to]}
      {how[0] && (
        <span className="quiet">
          {' '}
          (<Spoken sentence={how[0].text} style={style} />)
        </span>
      )}
    </p>
  );
}
