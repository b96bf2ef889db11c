import './setups.css';
import { useMemo, useRef } from 'react';
import {
  byMates,
  distanceIn,
  standingOn,
  nextMove,
  setBy,
  strokesEach,
  type Card,
  type NextMove,
  type Plan,
  type Reading,
} from '@velk/core/day';
import { counted, fineStyle, formatNumber, type LengthStyle } from '@velk/core/ground';
import { NO_TRIAL, readingId } from '@velk/core/shop';
import { note } from '../../recording/record.ts';
import { useAppDispatch } from '../../store.ts';
import { useCalliper } from '../../recording/useCalliper.ts';
import { useKeptState } from '../../keeping/useKeptState.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { inDecimals, Length } from '../../widgets/Length.tsx';
import { lengthIn, LooseLength } from '../../widgets/LooseLength.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { Along, Creeping } from './Creeping.tsx';
import { Moved, MovedScene } from './Moved.tsx';
import { Readings } from './Readings.tsx';
import { ToMate } from './ToMate.tsx';

/**
 * What the piece does read, as it was typed, by which size it is; the first shows what form the
 * others have.
 */
interface Typed {
  readonly read: readonly { readonly id: string; readonly text: string }[];
}
const NONE: Typed = { read: [{ id: '', text: '' }] };

interface Props {
  readonly plan: Plan;
  readonly card: Card;
  readonly job: string;
  readonly readings: readonly Reading[];
  readonly style: LengthStyle;
}

/**
 * What the test piece of a card should read, as soon as that is known, and what comes of what it
 * does read.
 */
export function TestPiece({
  readings,
  ...of
}: Omit<Props, 'readings'> & {
  /** Nothing until they are known, null where they can’t be. */
  readonly readings: readonly Reading[] | null | undefined;
}) {
  if (!readings) return <Readings readings={readings} style={of.style} />;
  return <Trial key={of.card.id} {...of} readings={readings} />;
}

/** Type what the piece does read, see the next move, and write both into the record. */
function Trial({ plan, card, job, readings: planned, style }: Props) {
  const dispatch = useAppDispatch();
  const record = useRecordState();
  /** A tenon is cut to the mortise there is. */
  const readings = useMemo(() => byMates(planned, record.holds), [planned, record.holds]);
  const [typed, keep] = useKeptState<Typed>(`kept.trial.${job}.${card.id}`, NONE);
  const { read: last, stand: moved, moves } = record.trials.get(card.id) ?? NO_TRIAL;
  const stand = standingOn(card, moved);
  const textOf = (reading: Reading) =>
    typed.read.find(({ id }) => id === readingId(reading))?.text ?? '';
  const read = new Map(
    readings.flatMap((reading, i) => {
      const length = lengthIn(textOf(reading), style);
      return length ? [[i, length] as const] : [];
    }),
  );
  const move = read.size ? nextMove(card, readings, read, stand) : undefined;
  const put = (reading: Reading, text: string) => {
    const id = readingId(reading);
    const others = typed.read.filter((own) => own.id !== id);
    keep({ read: text ? [...others, { id, text }] : others });
  };
  /**
   * A reading goes into the box that waits: the one with the cursor, else the first that is empty.
   */
  const boxes = useRef<HTMLDivElement>(null);
  const calliper = useCalliper((value) => {
    const inputs = [...(boxes.current?.querySelectorAll<HTMLInputElement>('table input') ?? [])];
    const held = inputs.findIndex((input) => input === document.activeElement);
    const index = held >= 0 ? held : readings.findIndex((reading) => !textOf(reading));
    if (!readings[index]) return;
    put(readings[index], formatNumber(value, fineStyle({ ...style, inches: 'decimal' })));
    inputs[index + 1]?.focus();
  });
  const write = () => {
    for (const [i, value] of read) {
      const { name, value: should, within } = readings[i]!;
      dispatch(
        note({
          kind: 'measured',
          card: card.id,
          reading: readingId(readings[i]!),
          name,
          value,
          should,
          within,
        }),
      );
    }
    keep(null);
  };
  const set = ({ moves }: NextMove) => {
    write();
    dispatch(note({ kind: 'set', card: card.id, moved: setBy(moves) }));
  };
  const beginAgain = () => {
    for (const line of record.holds)
      if ((line.kind === 'measured' || line.kind === 'set') && line.card === card.id)
        dispatch(note({ kind: 'undone', of: line.id }));
    keep(null);
  };
  if (!readings.length) return null;
  const were = readings.filter((reading) => last.has(readingId(reading)));
  return (
    <div className="trial" ref={boxes}>
      <ToMate plan={plan} card={card} planned={planned} pictured style={style} />
      <Readings
        readings={readings}
        style={style}
        does={(reading) => (
          <LooseLength
            called={`${reading.name}, as it reads, ${style.system}`}
            text={textOf(reading)}
            style={style}
            placeholder="reads"
            onType={(text) => put(reading, text)}
            onEnter={nextBox}
          />
        )}
      />
      <Calliper {...calliper} />
      {move && (
        <Told
          plan={plan}
          card={card}
          move={move}
          readings={readings}
          read={read}
          style={style}
          onSet={() => set(move)}
          onWrite={write}
        />
      )}
      <Creeping plan={plan} card={card} job={job} readings={readings} style={style} />
      <Along card={card} job={job} readings={readings} style={style} />
      {(moves > 0 || last.size > 0 || typed.read.some(({ text }) => text)) && (
        <p className="quiet noprint">
          {moves > 0 &&
            `Moved ${moves === 1 ? 'once' : moves === 2 ? 'twice' : `${moves} times`} since it was first set. `}
          {were.length > 0 && (
            <>
              Written down:{' '}
              {were.map((reading, i) => (
                <span key={readingId(reading)}>
                  {i > 0 && ', '}
                  {reading.name}{' '}
                  <Length value={last.get(readingId(reading))!} style={inDecimals(style)} />
                </span>
              ))}
              .{' '}
            </>
          )}
          <button className="link" onClick={beginAgain}>
            Begin the trial again
          </button>
        </p>
      )}
    </div>
  );
}

/** Whether a calliper that tells its readings is listened to, and whether it is there. */
function Calliper({ state, listen, leave }: ReturnType<typeof useCalliper>) {
  const told = {
    off: '',
    looking: 'No calliper is there yet; it is looked for.',
    there: 'The calliper is there: its reading goes into the box that waits.',
    odd: 'The calliper sent what is no length; nothing was taken.',
  }[state];
  return (
    <p className="quiet noprint">
      <span role="status">{told}</span>{' '}
      <button className="link" onClick={state === 'off' ? listen : leave}>
        {state === 'off' ? 'Take readings from a calliper' : 'Without a calliper'}
      </button>
    </p>
  );
}

/** A calliper that types its readings ends each with Enter: the next one goes into the next box. */
function nextBox(input: HTMLInputElement): void {
  const inputs = [...(input.closest('table')?.querySelectorAll('input') ?? [])];
  inputs[inputs.indexOf(input) + 1]?.focus();
}

/** Less than this is the same mortise, mm. */
const FELT = 0.005;

/** What to do next, and what it should read then. */
function Told({
  plan,
  card,
  move,
  readings,
  read,
  style,
  onSet,
  onWrite,
}: {
  plan: Plan;
  card: Card;
  move: NextMove;
  readings: readonly Reading[];
  read: ReadonlyMap<number, number>;
  style: LengthStyle;
  onSet: () => void;
  onWrite: () => void;
}) {
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const { verdict, moves, expected, why } = move;
  const fitted = readings.flatMap(({ gains, name, value }, i) =>
    !gains.length && Math.abs((read.get(i) ?? value) - value) > FELT ? [name] : [],
  );
  if (verdict === 'good')
    return (
      <p className="note good" role="status">
        Good: {read.size < readings.length ? 'what was measured reads' : 'it reads'} as it should
        {fitted.length > 0 &&
          `, but for the ${fitted.join(' and ')}: that is as the cutter makes it, and the tenon is fitted to it`}
        . Cut the rest.{' '}
        <button className="link" onClick={onWrite}>
          Write it down
        </button>
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
      {moves.map((figureMove) => (
        <Moved
          key={distanceIn(figureMove.setup, figureMove.figure)}
          move={figureMove}
          style={fine}
        />
      ))}
      <MovedScene plan={plan} card={card} moves={moves} style={fine} />
      <Planed readings={readings} read={read} style={fine} />
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

/** Instead of moving anything, a tenon that is a little too thick can be planed. */
function Planed({
  readings,
  read,
  style,
}: {
  readings: readonly Reading[];
  read: ReadonlyMap<number, number>;
  style: LengthStyle;
}) {
  const [{ shaving }, keep] = useKeptState('shop.shaving', {
    shaving: style.system === 'mm' ? '0.05' : '0.002',
  });
  const index = readings.findIndex(({ dimension }) => dimension === 'tenonThickness');
  const over = (read.get(index) ?? 0) - (readings[index]?.value ?? Infinity);
  const thick = lengthIn(shaving, style);
  if (over <= 0) return null;
  const strokes = thick ? strokesEach(over, thick) : undefined;
  return (
    <p className="quiet">
      Or plane this one:{' '}
      {strokes !== undefined && `${counted(strokes, 'stroke', 'strokes')} on either cheek, `}
      with shavings of{' '}
      <LooseLength
        called="Thickness of a shaving"
        text={shaving}
        style={style}
        short
        onType={(shaving) => keep({ shaving })}
      />
    </p>
  );
}
