import './jobs.css';
import { useState } from 'react';
import { withTools, type OtherChest } from '@velk/core/shop';
import { api, sentenceOf, useShopQuery } from '../../server/api.ts';
import { newId } from '../../browser/ids.ts';
import { sendShop } from '../../keeping/saving.ts';
import { useAppDispatch } from '../../store.ts';

/** A job that was opened from a file, and what the chest it came with has beside this shop’s. */
export interface OpenedFile {
  readonly job: string;
  readonly name: string;
  readonly chest: OtherChest;
}

/** More tools than these are told by their number. */
const TOLD = 6;
const named = (tools: OtherChest['missing']): string =>
  [
    ...tools.slice(0, TOLD).map(({ name }) => name),
    ...(tools.length > TOLD ? [`${tools.length - TOLD} more`] : []),
  ].join(', ');

/** Asks what is to become of the tools that a job’s file was planned with and this shop has not. */
export default function OwnChest({ file, onDone }: { file: OpenedFile; onDone: () => void }) {
  const { data: stored } = useShopQuery();
  const dispatch = useAppDispatch();
  const [wrong, setWrong] = useState('');
  const { missing, otherwise } = file.chest;
  const take = async () => {
    if (!stored) return;
    const { id, version, shop } = stored;
    const saved = await sendShop(
      { id, version, sent: { save: newId(), value: withTools(shop, missing) } },
      false,
    );
    dispatch(api.util.invalidateTags(['shop']));
    if (saved.is === 'landed') return onDone();
    setWrong(
      saved.is === 'stale'
        ? 'The shop was changed meanwhile: press again.'
        : saved.message || sentenceOf(undefined),
    );
  };
  return (
    <div className="note warning amid" role="alertdialog" aria-label="The file’s own chest">
      <h3>{file.name} was planned with another chest</h3>
      {missing.length > 0 && <p>Not in yours: {named(missing)}.</p>}
      {otherwise.length > 0 && <p>Otherwise in yours: {named(otherwise)}. Yours are taken.</p>}
      {wrong && <p role="alert">{wrong}</p>}
      {missing.length > 0 && (
        <>
          <button className="link" onClick={() => void take()}>
            Put {missing.length === 1 ? 'it' : `the ${missing.length}`} into my chest
          </button>{' '}
        </>
      )}
      <button className="link" onClick={onDone}>
        Plan it with mine
      </button>
    </div>
  );
}
