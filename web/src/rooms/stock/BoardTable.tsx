import './stock.css';
import { toMargin } from '../../widgets/crossing.ts';
import { LIMITS, type LengthStyle } from '@velk/core/ground';
import { SPECIES, type Board } from '@velk/core/shop';
import { Choice } from '../../widgets/Choice.tsx';
import { CountField } from '../../widgets/CountField.tsx';
import { LengthField } from '../../widgets/LengthField.tsx';
import { WordsField } from '../../widgets/WordsField.tsx';

interface Props {
  readonly boards: readonly Board[];
  readonly style: LengthStyle;
  readonly picked: string | null;
  readonly onPick: (id: string) => void;
  readonly onChange: (board: Board) => void;
}

const WOODS = [
  { value: '', label: 'any wood' },
  ...SPECIES.map(({ id, name }) => ({ value: id, label: name })),
];
const SIZES = ['length', 'width', 'thickness'] as const;

/** The boards in stock, one row for those that are alike; a row is picked by working in it. */
export function BoardTable({ boards, style, picked, onPick, onChange }: Props) {
  const unit = style.system;
  return (
    <table className="parts stockparts boardrows">
      <thead>
        <tr>
          <th>Board</th>
          <th>How many</th>
          <th>Length, {unit}</th>
          <th>Width, {unit}</th>
          <th>Thickness, {unit}</th>
          <th>Wood</th>
        </tr>
      </thead>
      <tbody>
        {boards.map((board) => (
          <tr key={board.id} aria-selected={board.id === picked} onFocus={() => onPick(board.id)}>
            <td data-label="Board">
              <WordsField
                field={`board.${board.id}.name`}
                label={`Name of ${board.name}`}
                called="The name of the board"
                value={board.name}
                onChange={(name) => onChange({ ...board, name })}
              />
              {board.id === picked && (
                <button className="link below" onClick={toMargin}>
                  Defects, trim and price
                </button>
              )}
            </td>
            <td data-label="How many">
              <CountField
                field={`board.${board.id}.count`}
                label={`${board.name}, how many`}
                called="Boards"
                value={board.count}
                most={LIMITS.pieces}
                onChange={(count) => onChange({ ...board, count })}
              />
            </td>
            {SIZES.map((size) => (
              <td key={size} data-label={`${size}, ${unit}`}>
                <LengthField
                  field={`board.${board.id}.${size}`}
                  label={`${board.name}, ${size}`}
                  value={board[size]}
                  style={style}
                  onChange={(value) => onChange({ ...board, [size]: value })}
                />
              </td>
            ))}
            <td data-label="Wood">
              <Choice
                label={`${board.name}, wood`}
                wide
                value={board.species}
                options={WOODS}
                onChange={(species) => onChange({ ...board, species })}
              />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
