import { LIMITS, USUAL_GLUING, type Clamps, type Gluing, type LengthStyle, type Shop } from '@velk/core';
import { LengthField } from '../widgets/LengthField.tsx';
import { NumberField } from './chest/FieldInput.tsx';

const TIMES: readonly [keyof Pick<Gluing, 'open' | 'clamped' | 'cured'>, string, number][] = [
  ['open', 'Stays open, min', LIMITS.minutes],
  ['clamped', 'In clamps, min', LIMITS.minutes],
  ['cured', 'Before it is cut or planed, h', LIMITS.hours],
];

/** The glue and the clamps of the shop, by opening. */
export function GluingFields({
  shop,
  style,
  onChange,
}: {
  shop: Shop;
  style: LengthStyle;
  onChange: (gluing: Gluing) => void;
}) {
  const gluing = shop.gluing ?? USUAL_GLUING;
  const { clamps } = gluing;
  const put = (change: Partial<Gluing>) => onChange({ ...gluing, ...change });
  const putClamps = (at: number, change: Partial<Clamps>) => put({ clamps: clamps.map((own, i) => (i === at ? { ...own, ...change } : own)) }); // prettier-ignore
  const more: Clamps = { opening: clamps.at(-1)?.opening ?? 1000, count: 4 };
  return (
    <>
      <h3>Glue</h3>
      <div className="toolfields">
        {TIMES.map(([key, words, most]) => (
          <div key={key}>
            <span>{words}</span>
            <NumberField
              name={`shop.gluing.${key}`}
              label={words}
              value={gluing[key]}
              check={(n) => (n >= 0 && n <= most) || `From 0 to ${most}.`}
              onChange={(n) => put({ [key]: n })}
            />
          </div>
        ))}
      </div>
      <p className="quiet">What the maker of the glue says comes first.</p>
      <h3>Clamps</h3>
      {clamps.length === 0 && <p>Say which there are, and glue-ups that want more are told.</p>}
      {clamps.map(({ opening, count }, i) => (
        <div key={i} className="clampline">
          <NumberField
            name={`shop.clamps.${i}.count`}
            label={`How many of clamps ${i + 1}`}
            value={count}
            check={(n) => (Number.isInteger(n) && n >= 1 && n <= LIMITS.pieces) || `A whole number from 1 to ${LIMITS.pieces}.`} // prettier-ignore
            onChange={(n) => putClamps(i, { count: n })}
          />
          <span>open</span>
          <LengthField
            field={`shop.clamps.${i}.opening`}
            label={`opening of clamps ${i + 1}`}
            value={opening}
            style={style}
            onChange={(length) => putClamps(i, { opening: length })}
          />
          <button
            className="link"
            aria-label={`Remove clamps ${i + 1}`}
            onClick={() => put({ clamps: clamps.filter((_, at) => at !== i) })}
          >
            Remove
          </button>
        </div>
      ))}
      {clamps.length < LIMITS.clamps && (
        <p>
          <button className="link" onClick={() => put({ clamps: [...clamps, more] })}>
            Add clamps
          </button>
        </p>
      )}
    </>
  );
}
