import './setups.css';
import {
  alongTenon,
  creepsOf,
  fullBy,
  standingOn,
  standsFull,
  type Card,
  type Creep,
  type Plan,
  type Reading,
  type ThreeReadings,
} from '@velk/core/day';
import { askedOf } from '@velk/core/shop';
import { featureWords, modelOf } from '@velk/core/making';
import { speak, type LengthStyle } from '@velk/core/ground';
import { note } from '../../recording/record.ts';
import { useAppDispatch } from '../../store.ts';
import { useKeptState } from '../../keeping/useKeptState.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { inDecimals, Length } from '../../widgets/Length.tsx';
import { lengthIn, LooseLength } from '../../widgets/LooseLength.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

interface Props {
  readonly plan: Plan;
  readonly card: Card;
  readonly job: string;
  readonly readings: readonly Reading[];
  readonly style: LengthStyle;
}

/** Creep up on a figure: begun so much over, nearer bit by bit, until something comes about. */
export function Creeping({ plan, card, job, readings, style }: Props) {
  const creeps = creepsOf(plan, card, readings);
  const usual = style.system === 'mm' ? { over: '0.5', by: '0.1' } : { over: '1/32', by: '1/128' };
  const [typed, keep] = useKeptState(`kept.creep.${job}.${card.id}`, { which: 0, ...usual });
  const creep = creeps[Math.min(typed.which, creeps.length - 1)];
  const { basis } = plan;
  const school = basis.job.schools.trial ?? basis.shop.schools.trial;
  if (!creep) return null;
  return (
    <details className="creeping" open={school === 'creep'}>
      <summary>Creep up on it instead</summary>
      {creeps.length > 1 && (
        <label className="field">
          Figure{' '}
          <select
            value={typed.which}
            onChange={(event) => keep({ ...typed, which: Number(event.target.value) })}
          >
            {creeps.map(({ figure, distance, reading }, i) => (
              <option key={distance} value={i}>
                {figure.name}, for the {reading.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <LooseLength
        label="Begin with so much left"
        text={typed.over}
        style={style}
        onType={(over) => keep({ ...typed, over })}
      />
      <LooseLength
        label="Each time nearer by"
        text={typed.by}
        style={style}
        onType={(by) => keep({ ...typed, by })}
      />
      <Nearer
        key={creep.distance}
        card={card}
        creep={creep}
        over={lengthIn(typed.over, style)}
        by={lengthIn(typed.by, style)}
        style={style}
      />
    </details>
  );
}

/**
 * Where the figure stands while it is crept up on, and the sum of what it was moved since it was
 * begun.
 */
function Nearer({
  card,
  creep,
  over,
  by,
  style,
}: {
  card: Card;
  creep: Creep;
  over: number | undefined;
  by: number | undefined;
  style: LengthStyle;
}) {
  const dispatch = useAppDispatch();
  const { holds } = useRecordState();
  const stood = holds.flatMap((line) =>
    line.kind === 'set' && line.card === card.id
      ? line.moved.flatMap((move) => standingOn(card, [move]).get(creep.distance) ?? [])
      : [],
  );
  const set = (value: number) =>
    dispatch(
      note({
        kind: 'set',
        card: card.id,
        moved: [{ ...askedOf({ distance: creep.distance, value }), value }],
      }),
    );
  const words = featureWords(creep.setup, modelOf(creep.setup.model).datums);
  const { figure } = creep;
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const at = stood.at(-1);
  const left = at === undefined ? undefined : fullBy(creep, at);
  const step = by === undefined ? undefined : (-creep.fuller * by) / creep.counts;
  return (
    <div role="status">
      {at === undefined || left === undefined ? (
        over !== undefined && (
          <p>
            <strong>
              {figure.name} at <Length value={standsFull(creep, over)} style={fine} />
            </strong>{' '}
            from {words[figure.from]} to {words[figure.to]}.{' '}
            <button className="link" onClick={() => set(standsFull(creep, over))}>
              It is set so
            </button>
          </p>
        )
      ) : (
        <>
          <p>
            <strong>
              {figure.name} stands at <Length value={at} style={fine} />
            </strong>
            :{' '}
            {left >= 0 ? (
              <>
                <Length value={left} style={fine} /> left to what was asked
              </>
            ) : (
              <>
                <Length value={-left} style={fine} /> past what was asked
              </>
            )}
            {stood.length > 1 && (
              <>
                , <Length value={Math.abs(at - stood[0]!)} style={fine} /> nearer than it was begun,
                in {stood.length - 1} {stood.length === 2 ? 'move' : 'moves'}
              </>
            )}
            .
          </p>
          <p>
            Cut; until {speak(creep.until, style)}:{' '}
            {step !== undefined && (
              <button className="link" onClick={() => set(at + step)}>
                Nearer, to <Length value={at + step} style={fine} />
              </button>
            )}{' '}
            <button
              className="link"
              onClick={() =>
                dispatch(
                  note({
                    kind: 'note',
                    card: card.id,
                    text: `${figure.name} crept up to ${speak({ text: '{at}', lengths: { at } }, fine)}: ${speak(creep.until, fine)}`,
                  }),
                )
              }
            >
              It does: keep that
            </button>
          </p>
        </>
      )}
    </div>
  );
}

/** Three readings along the tenon: a wedge, a lean, or something that bends. */
export function Along({ card, job, readings, style }: Omit<Props, 'plan'>) {
  const tenon = readings.find(
    ({ dimension }) => dimension === 'tenonThickness' || dimension === 'faceShoulder',
  );
  const [typed, keep] = useKeptState(`kept.along.${job}.${card.id}`, {
    of: 'thickness',
    tip: '',
    middle: '',
    shoulder: '',
    length: '',
  });
  if (!tenon) return null;
  const [tip, middle, shoulder, length] = (['tip', 'middle', 'shoulder', 'length'] as const).map(
    (name) => lengthIn(typed[name], style),
  );
  const three = [tip, middle, shoulder];
  const isWhole = (read: readonly (number | undefined)[]): read is ThreeReadings =>
    read.every((own) => own !== undefined);
  const along =
    isWhole(three) && length
      ? alongTenon(three, length, typed.of === 'shoulder' ? 'shoulder' : 'thickness')
      : undefined;
  const put = (name: 'tip' | 'middle' | 'shoulder' | 'length') => (text: string) =>
    keep({ ...typed, [name]: text });
  return (
    <details className="creeping">
      <summary>Not even along its length?</summary>
      <label className="field">
        Measured{' '}
        <select value={typed.of} onChange={(event) => keep({ ...typed, of: event.target.value })}>
          <option value="thickness">across the tenon</option>
          <option value="shoulder">from the reference face to the near cheek</option>
        </select>
      </label>
      <LooseLength label="At the tip" text={typed.tip} style={style} onType={put('tip')} />
      <LooseLength label="In the middle" text={typed.middle} style={style} onType={put('middle')} />
      <LooseLength
        label="At the shoulder"
        text={typed.shoulder}
        style={style}
        onType={put('shoulder')}
      />
      <LooseLength
        label="From the first to the last"
        text={typed.length}
        style={style}
        onType={put('length')}
      />
      {along && (
        <p role="status">
          <Spoken sentence={along.told} style={inDecimals(style)} />
        </p>
      )}
    </details>
  );
}
