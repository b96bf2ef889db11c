import { Fragment } from 'react';
import type { LengthStyle, Sentence } from '@velk/core/ground';
import { Length } from './Length.tsx';

/** A sentence of the core with its lengths set in the reader's unit. */
export function Spoken({ sentence, style }: { sentence: Sentence; style: LengthStyle }) {
  return sentence.text.split(/\{(\w+)\}/).map((part, i) => {
    const value = i % 2 ? sentence.lengths[part] : undefined;
    return (
      <Fragment key={i}>
        {value === undefined ? part : <Length value={value} style={style} />}
      </Fragment>
    );
  });
}
