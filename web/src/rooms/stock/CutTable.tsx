import './stock.css';
import { toMargin } from '../../widgets/crossing.ts';
import { LIMITS, type LengthStyle } from '@velk/core/ground';
import type { CutRow, Sizes } from '@velk/core/day';
import type { Part } from '@velk/core/shop';
import { CountField } from '../../widgets/CountField.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

interface Props {
  readonly rows: readonly CutRow[];
  readonly style: LengthStyle;
  readonly picked: string | null;
  /** Whether there are boards at all: without any, nothing is said to be short. */
  readonly stocked: boolean;
  readonly onPick: (id: string) => void;
  readonly onChange: (part: Part) => void;
}

const Three = ({ sizes, style }: { sizes: Sizes; style: LengthStyle }) => (
  <>
    <Length value={sizes.length} style={style} unit={false} /> ×{' '}
    <Length value={sizes.width} style={style} unit={false} /> ×{' '}
    <Length value={sizes.thickness} style={style} unit={false} />
  </>
);

/**
 * What has to be sawn: every part rough and as it will be, with its spares, and what came out of no
 * board.
 */
export function CutTable({ rows, style, picked, stocked, onPick, onChange }: Props) {
  return (
    <table className="parts stockparts cutlist">
      <thead>
        <tr>
          <th>Part</th>
          <th>Pieces</th>
          <th>Spare</th>
          <th>Sawn</th>
          <th>Sawn to, {style.system}</th>
          <th>Becomes, {style.system}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ part, pieces, spare, sawn, rough, final, strips, missing, why }) => (
          <tr key={part.id} aria-selected={part.id === picked} onFocus={() => onPick(part.id)}>
            <td data-label="Part">
              <button
                className="link"
                aria-pressed={part.id === picked}
                onClick={() => onPick(part.id)}
              >
                {part.name}
              </button>
              {part.id === picked && (
                <button className="link below" onClick={toMargin}>
                  Why it is sawn so
                </button>
              )}
              {strips && (
                <small className="quiet own-line">
                  glued up of {strips.count} strips <Length value={strips.width} style={style} />{' '}
                  wide
                </small>
              )}
              {stocked && missing > 0 && (
                <small className="own-line wrong">
                  ■ {missing} short: {why && <Spoken sentence={why} style={style} />}
                </small>
              )}
            </td>
            <td data-label="Pieces">{pieces}</td>
            <td data-label="Spare">
              <CountField
                field={`cut.${part.id}.spare`}
                label={`${part.name}, spare pieces`}
                called="Spare pieces"
                value={spare}
                least={0}
                most={LIMITS.spare}
                onChange={(count) => onChange({ ...part, spare: count })}
              />
            </td>
            <td data-label="Sawn">
              <CountField
                field={`cut.${part.id}.sawn`}
                label={`${part.name}, pieces sawn already`}
                called="Pieces sawn already"
                value={sawn}
                least={0}
                most={pieces + spare}
                onChange={(count) => onChange({ ...part, sawn: count })}
              />
            </td>
            <td data-label={`Sawn to, ${style.system}`}>
              <Three sizes={rough} style={style} />
            </td>
            <td data-label={`Becomes, ${style.system}`} className="quiet">
              <Three sizes={final} style={style} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
