import './floor.css';
import { useState } from 'react';
import { LIMITS } from '@velk/core/ground';
import type { Card } from '@velk/core/day';
import { note } from '../../recording/record.ts';
import { shrunk } from '../../recording/shrinking.ts';
import { useAppDispatch } from '../../store.ts';
import { PictureInput } from '../../widgets/PictureInput.tsx';

/** A note or a picture to the card that is being cut. */
export function Jotting({
  card,
  text,
  onType,
  onDone,
}: {
  card: Card;
  text: string;
  onType: (text: string) => void;
  onDone: () => void;
}) {
  const dispatch = useAppDispatch();
  const [trouble, setTrouble] = useState('');
  const put = () => {
    if (text.trim()) dispatch(note({ kind: 'note', card: card.id, text: text.trim() }));
    onDone();
  };
  const take = async (file: File) => {
    const made = await shrunk(file);
    if (!made.ok) return setTrouble(made.message);
    dispatch(
      note({
        kind: 'photo',
        card: card.id,
        text: text.trim().slice(0, LIMITS.name),
        picture: made.picture,
      }),
    );
    onDone();
  };
  return (
    <section className="floorjotting" aria-label="Note">
      <label>
        Note to this card{' '}
        <textarea
          value={text}
          maxLength={LIMITS.notes}
          rows={3}
          onChange={(event) => onType(event.target.value)}
          autoFocus
        />
      </label>
      <div>
        <button disabled={!text.trim()} onClick={put}>
          Write it down
        </button>
        <PictureInput label="With a picture" className="floorphoto" onTake={take} />
        <button onClick={onDone}>No note</button>
      </div>
      {trouble && (
        <p className="bad" role="alert">
          ■ {trouble}
        </p>
      )}
    </section>
  );
}
