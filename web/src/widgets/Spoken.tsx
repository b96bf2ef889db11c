import { Fragment } from 'react';
import { styleOf, type LengthStyle, type Sentence } from '@velk/core/ground';
import { Length } from './Length.tsx';

/** A sentence of the core with its lengths set in the reader's unit, or in the one it names. */
export function Spoken({ sentence, style }: { sentence: Sentence; style: LengthStyle }) {
  const inUnit = styleOf(sentence, style);
  return sentence.text.split(/\{(\w+)\}/).map((part, i) => {
    const value = i % 2 ? sentence.lengths[part] : undefined;
    return (
      <Fragment key={i}>
        {value === undefined ? part : <Length value={value} style={inUnit} />}
      </Fragment>
    );
  });
}
