import './setups.css';
import { useRef, useState } from 'react';
import { askedOf } from '@velk/core/shop';
import {
  figureKey,
  holesFor,
  keptFor,
  keptFrom,
  type Card,
  type HoleFor,
  type KeptFor,
  type Plan,
} from '@velk/core/day';
import { counted, LIMITS, type LengthStyle } from '@velk/core/ground';
import { useOneStop } from '../../frame/useOneStop.ts';
import { useTypedText } from '../../keeping/useTypedText.ts';
import { useKeptState } from '../../keeping/useKeptState.ts';
import { today } from '../../browser/days.ts';
import { gearChanged } from '../../keeping/gear.ts';
import { newId } from '../../browser/ids.ts';
import { note } from '../../recording/record.ts';
import { shrunk } from '../../recording/shrinking.ts';
import { useAppDispatch, useAppSelector } from '../../store.ts';
import { currentShop, useShopChange } from '../../keeping/useGear.ts';
import { useRecordState } from '../../recording/useRecorder.ts';
import { Length } from '../../widgets/Length.tsx';
import { PictureInput } from '../../widgets/PictureInput.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

/** More of them at one card nobody reads. */
const SHOWN = 3;

/**
 * Set-ups that worked, brought back at a card that is made alike; and this one kept, once it has
 * worked.
 */
export function KeptSetups({ plan, card, style }: { plan: Plan; card: Card; style: LengthStyle }) {
  const kept = useAppSelector((s) => s.gear.now?.kept) ?? [];
  const found = keptFor(kept, card, plan).slice(0, SHOWN);
  return (
    <section className="keptsetups noprint" aria-label="Kept set-ups">
      {holesFor(kept, card).map((holeFor) => (
        <Hole key={`${holeFor.name} ${holeFor.wanted}`} own={holeFor} style={style} />
      ))}
      {found.map((own) => (
        <Brought key={own.kept.id} card={card} own={own} style={style} />
      ))}
      <Keep plan={plan} card={card} style={style} />
    </section>
  );
}

/**
 * In which hole of its jig a figure stood when it was wanted where it is now; else which holes are
 * known.
 */
function Hole({ own: { name, wanted, hole, known }, style }: { own: HoleFor; style: LengthStyle }) {
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  return (
    <p>
      {name}, <Length value={wanted} style={fine} />:{' '}
      {hole ? (
        <>
          hole or pin <strong>{hole}</strong>
        </>
      ) : (
        <>
          no hole or pin is known for that;{' '}
          {known.map((one, i) => (
            <span key={`${one.hole} ${one.at}`}>
              {i > 0 && ', '}
              {one.hole} is <Length value={one.at} style={fine} />
            </span>
          ))}
        </>
      )}
    </p>
  );
}

/** What stood where then, what is another now, and where it would stand by that. */
function Brought({
  card,
  own: { kept, figures, differs },
  style,
}: {
  card: Card;
  own: KeptFor;
  style: LengthStyle;
}) {
  const dispatch = useAppDispatch();
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  const moved = figures.filter(({ wanted, now }) => Math.abs(now - wanted) > 1e-6);
  return (
    <details>
      <summary>
        Kept from {kept.job}, {kept.on}:{' '}
        {differs.length
          ? `${counted(differs.length, 'thing is', 'things are')} another now`
          : 'all of it holds'}
      </summary>
      {kept.note && <p>{kept.note}</p>}
      {kept.picture && <img src={kept.picture} alt={`${kept.title}, as it stood`} />}
      {differs.map((words) => (
        <p key={words.text} className="quiet">
          ▲ <Spoken sentence={words} style={fine} />
        </p>
      ))}
      <ul>
        {figures.map(({ name, distance, stood, asked, now, how, holds }) => (
          <li key={distance}>
            {name} stood at <Length value={stood} style={fine} />
            {Math.abs(stood - asked) > 1e-6 && (
              <>
                {' '}
                where <Length value={asked} style={fine} /> was asked
              </>
            )}
            {how && holds && <span className="quiet"> ({how})</span>}
            {!holds && (
              <>
                ; here that is <Length value={now} style={fine} />
              </>
            )}
          </li>
        ))}
      </ul>
      {moved.length > 0 && (
        <button
          className="link"
          onClick={() =>
            dispatch(
              note({
                kind: 'set',
                card: card.id,
                moved: moved.map(({ distance, now: value }) => ({
                  ...askedOf({ distance, value }),
                  value,
                })),
              }),
            )
          }
        >
          Begin where it worked then
        </button>
      )}
    </details>
  );
}

/** What is said where the shop can keep no more of them. */
const FULL = {
  ok: false,
  message: `The shop keeps ${LIMITS.keptPictures} pictures of set-ups. Let one go first, or keep this without.`,
} as const;

/** The form of what is typed of holes and pins, by the figure they belong to. */
const NO_HOLES = { rows: [{ figure: '', hole: '' }] };

/** Keeps the set-up as it stands, with what its words can’t say: holes and pins, what held it. */
function Keep({ plan, card, style }: { plan: Plan; card: Card; style: LengthStyle }) {
  const dispatch = useAppDispatch();
  const record = useRecordState();
  const [words, setWords] = useTypedText(`keeping.${card.id}.words`);
  const [picture, setPicture] = useState('');
  const [{ rows }, setRows] = useKeptState(`keeping.${card.id}.holes`, NO_HOLES);
  const holes = Object.fromEntries(rows.map(({ figure, hole }) => [figure, hole]));
  const [trouble, setTrouble] = useState('');
  const [done, setDone] = useState(false);
  const kept = keptFrom(card, plan, record, {
    id: '',
    on: today(),
    note: (words ?? '').trim(),
    picture,
    holes,
    style,
  });
  const fill = (figure: string, hole: string) =>
    setRows({
      rows: [...rows.filter((row) => row.figure !== '' && row.figure !== figure), { figure, hole }],
    });
  const letGo = () => {
    setWords(null);
    setRows(null);
  };
  const keep = () => {
    const shop = currentShop();
    if (!shop) return;
    const one = { ...kept, id: newId() };
    dispatch(gearChanged({ ...shop, kept: [one, ...(shop.kept ?? [])].slice(0, LIMITS.kept) }));
    letGo();
    setDone(true);
  };
  const take = async (file: File) => {
    const pictures = (currentShop()?.kept ?? []).filter((keptSetup) => keptSetup.picture).length;
    const made = pictures < LIMITS.keptPictures ? await shrunk(file, LIMITS.keptPicture) : FULL;
    setPicture(made.ok ? made.picture : '');
    setTrouble(made.ok ? '' : made.message);
  };
  if (done)
    return <p role="status">Kept: it comes back wherever this is cut on the same machine.</p>;
  if (words === undefined)
    return (
      <button className="link" onClick={() => setWords('')}>
        Keep this set-up
      </button>
    );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <label>
        <span>What else is to be known of it: what held it, what was clamped where</span>
        <input
          value={words}
          maxLength={LIMITS.notes}
          onChange={(event) => setWords(event.target.value)}
          autoFocus
        />
      </label>{' '}
      {kept.figures.map((figure) => (
        <label key={figureKey(figure)}>
          <span>
            {figure.name} <Length value={figure.asked} style={style} />, hole or pin
          </span>
          <input
            value={holes[figureKey(figure)] ?? ''}
            size={6}
            maxLength={LIMITS.key}
            onChange={(event) => fill(figureKey(figure), event.target.value)}
          />{' '}
        </label>
      ))}
      <PictureInput label="With a picture" onTake={take} />{' '}
      {picture && <img src={picture} alt="The picture that is kept with it" />}
      {trouble && (
        <p className="bad" role="alert">
          ■ {trouble}
        </p>
      )}
      <span>
        <button type="submit">Keep it</button>{' '}
        <button type="button" onClick={letGo}>
          No
        </button>
      </span>
    </form>
  );
}

/** All that the shop keeps, each with a way to let it go. */
export function KeptList() {
  const change = useShopChange();
  const kept = useAppSelector((s) => s.gear.now?.kept) ?? [];
  const list = useRef<HTMLUListElement>(null);
  const oneStop = useOneStop(list, { items: ':scope > li' });
  const letGo = (id: string) =>
    change((now) => ({ ...now, kept: (now.kept ?? []).filter((each) => each.id !== id) }));
  if (!kept.length)
    return (
      <p className="quiet">
        None yet. Once a set-up has worked, keep it at its card: it comes back in other jobs.
      </p>
    );
  return (
    <ul className="plain" ref={list} {...oneStop}>
      {kept.map(({ id, title, job, on, note: words, picture }) => (
        <li key={id}>
          {title}{' '}
          <span className="quiet">
            from {job}, {on}
            {words && `: ${words}`}
          </span>{' '}
          {picture && <img src={picture} alt={`${title}, as it stood`} />}{' '}
          <button
            className="link"
            onClick={() => letGo(id)}
            aria-label={`Let ${title} of ${job} go`}
          >
            Let it go
          </button>
        </li>
      ))}
    </ul>
  );
}
