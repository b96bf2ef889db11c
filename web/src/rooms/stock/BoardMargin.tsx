import './stock.css';
import { LIMITS, type LengthStyle } from '@velk/core/ground';
import type { Board, Defect } from '@velk/core/shop';
import { LengthField } from '../../widgets/LengthField.tsx';
import { NumberField } from '../../widgets/FieldInput.tsx';

interface Props {
  readonly board: Board;
  readonly style: LengthStyle;
  readonly onChange: (board: Board) => void;
  readonly onRemove: () => void;
}

/** The board that is looked at: how much of its ends is no use, and where else it can’t be used. */
export function BoardMargin({ board, style, onChange, onRemove }: Props) {
  const { defects, length, width } = board;
  const put = (at: number, defect: Defect) =>
    onChange({
      ...board,
      defects: defects.map((eachDefect, i) => (i === at ? defect : eachDefect)),
    });
  return (
    <>
      <h2>{board.name}</h2>
      <div className="toolfields">
        <div>
          <span>
            Trimmed off each end <small className="quiet">checks run farther than they show</small>
          </span>
          <LengthField
            field={`board.${board.id}.ends`}
            label={`${board.name}, trimmed off each end`}
            value={board.ends}
            style={style}
            least={0}
            most={length / 2 - 1}
            onChange={(ends) => onChange({ ...board, ends })}
          />
        </div>
        <div>
          <span>
            Price of one <small className="quiet">0 while it isn’t known</small>
          </span>
          <NumberField
            name={`board.${board.id}.price`}
            label={`${board.name}, price of one`}
            value={board.price ?? 0}
            check={(n) => (n >= 0 && n <= LIMITS.price) || `From 0 to ${LIMITS.price}.`}
            onChange={(price) => {
              const { price: _, ...rest } = board;
              onChange(price > 0 ? { ...rest, price } : rest);
            }}
          />
        </div>
      </div>
      <h3>Knots and other defects</h3>
      {defects.length === 0 && (
        <p className="quiet">None. They are measured from end A and from the near edge.</p>
      )}
      {defects.map((defect, i) => (
        <DefectFields
          key={i}
          name={`${board.name}, defect ${i + 1}`}
          field={`board.${board.id}.defect.${i}`}
          {...{ defect, length, width, style }}
          onChange={(next) => put(i, next)}
          onRemove={() =>
            onChange({ ...board, defects: defects.filter((_, index) => index !== i) })
          }
        />
      ))}
      <p className="abreast later">
        {defects.length < LIMITS.defects && (
          <button
            className="link"
            onClick={() =>
              onChange({
                ...board,
                defects: [
                  ...defects,
                  { from: Math.round(length / 3), to: Math.round(length / 3) + 60 },
                ],
              })
            }
          >
            Mark a defect
          </button>
        )}
        <button className="link" onClick={onRemove}>
          Remove this board
        </button>
      </p>
    </>
  );
}

interface DefectProps {
  readonly name: string;
  readonly field: string;
  readonly defect: Defect;
  readonly length: number;
  readonly width: number;
  readonly style: LengthStyle;
  readonly onChange: (defect: Defect) => void;
  readonly onRemove: () => void;
}

/** Where one defect lies, along the board and, where it doesn’t go all across, across it. */
function DefectFields({
  name,
  field,
  defect,
  length,
  width,
  style,
  onChange,
  onRemove,
}: DefectProps) {
  const { from, to, across } = defect;
  const ofPair = (
    pair: { readonly from: number; readonly to: number },
    most: number,
    words: string,
    put: (pair: { from: number; to: number }) => void,
  ) => (
    <div className="board-figures">
      <span>{words}</span>
      {(['from', 'to'] as const).map((end) => (
        <LengthField
          key={end}
          field={`${field}.${words}.${end}`}
          label={`${name}, ${words} ${end}`}
          value={pair[end]}
          style={style}
          least={end === 'from' ? 0 : pair.from + LIMITS.smallest}
          most={end === 'from' ? pair.to - LIMITS.smallest : most}
          onChange={(value) => put({ ...pair, [end]: value })}
        />
      ))}
    </div>
  );
  return (
    <div className="toolfields board-sizes">
      {ofPair({ from, to }, length, 'along', (pair) => onChange({ ...defect, ...pair }))}
      {across && ofPair(across, width, 'across', (pair) => onChange({ ...defect, across: pair }))}
      <div className="wide">
        <span className="abreast">
          <button
            className="link"
            onClick={() =>
              onChange(across ? { from, to } : { from, to, across: { from: 0, to: width / 3 } })
            }
          >
            {across ? 'It goes all across' : 'It doesn’t go all across'}
          </button>
          <button className="link" aria-label={`Remove ${name}`} onClick={onRemove}>
            Remove
          </button>
        </span>
      </div>
    </div>
  );
}
