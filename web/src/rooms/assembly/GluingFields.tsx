import './assembly.css';
import { Link } from 'react-router';
import { LIMITS, type LengthStyle } from '@velk/core/ground';
import { toolsOf, USUAL_GLUING, type Gluing, type Shop, type ToolOf } from '@velk/core/shop';
import { LengthField } from '../../widgets/LengthField.tsx';
import { NumberField } from '../../widgets/FieldInput.tsx';

const TIMES: readonly [keyof Gluing, string, number][] = [
  ['open', 'Stays open, min', LIMITS.minutes],
  ['clamped', 'In clamps, min', LIMITS.minutes],
  ['cured', 'Before it is cut or planed, h', LIMITS.hours],
];

/** The glue of the shop, and the clamps in its chest. */
export function GluingFields({
  shop,
  style,
  onChange,
}: {
  shop: Shop;
  style: LengthStyle;
  onChange: (shop: Shop) => void;
}) {
  const gluing = shop.gluing ?? USUAL_GLUING;
  const clamps = toolsOf(shop, 'clamp');
  const put = (clamp: ToolOf<'clamp'>) =>
    onChange({ ...shop, tools: shop.tools.map((tool) => (tool.id === clamp.id ? clamp : tool)) });
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
              onChange={(n) => onChange({ ...shop, gluing: { ...gluing, [key]: n } })}
            />
          </div>
        ))}
      </div>
      <p className="quiet">What the maker of the glue says comes first.</p>
      <h3>Clamps in the chest</h3>
      {clamps.length === 0 && <p>None yet. Once it has some, glue-ups that want more say so.</p>}
      {clamps.map((clamp) => (
        <div key={clamp.id}>
          <Link to={`/chest/${clamp.id}`}>{clamp.name}</Link>
          <div className="clampline">
            <NumberField
              name={`shop.${clamp.id}.count`}
              label={`${clamp.name}, how many`}
              value={clamp.count}
              check={(n) =>
                (Number.isInteger(n) && n >= 1 && n <= LIMITS.pieces) ||
                `A whole number from 1 to ${LIMITS.pieces}.`
              }
              onChange={(count) => put({ ...clamp, count })}
            />
            <span>that open</span>
            <LengthField
              field={`shop.${clamp.id}.opening`}
              label={`${clamp.name}, opening`}
              value={clamp.opening}
              style={style}
              onChange={(opening) => put({ ...clamp, opening })}
            />
          </div>
        </div>
      ))}
      <p>
        <Link to="/chest">Add others in the tool chest</Link>
      </p>
    </>
  );
}
