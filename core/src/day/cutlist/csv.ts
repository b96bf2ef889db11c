import { writeTable } from '../../exchange/index.ts';
import { speak, type LengthStyle } from '../../ground/index.ts';
import type { CutList } from './cutList.ts';

/** The cut list as CSV, lengths in millimetres; the reasons for what is over in words. */
export function writeCutList({ rows, sawn }: CutList, style: LengthStyle): string {
  const boardsOf = (part: string) =>
    sawn
      .filter(({ laid }) => laid.some((one) => one.part === part))
      .map(({ board, nth }) => (board.count > 1 ? `${board.name} ${nth + 1}` : board.name));
  const mm = (value: number) => Math.round(value * 100) / 100;
  return writeTable([
    [
      'Part',
      'Pieces',
      'Spare',
      'Sawn already',
      'Rough length (mm)',
      'Rough width (mm)',
      'Rough thickness (mm)',
      'Length (mm)',
      'Width (mm)',
      'Thickness (mm)',
      'Strips',
      'From',
      'Missing',
      'Why',
    ],
    ...rows.map(
      ({ part, pieces, spare, sawn: cut, rough, final, strips, missing, why, reasons }) => [
        part.name,
        pieces,
        spare,
        cut,
        mm(rough.length),
        mm(rough.width),
        mm(rough.thickness),
        mm(final.length),
        mm(final.width),
        mm(final.thickness),
        strips ? `${strips.count} of ${mm(strips.width)} wide` : '',
        boardsOf(part.id).join(', '),
        missing || '',
        [...reasons, ...(why ? [why] : [])].map((reason) => speak(reason, style)).join('. '),
      ],
    ),
  ]);
}
