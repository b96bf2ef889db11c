import type { LengthStyle, Reading } from '@velk/core';
import { Length } from '../widgets/Length.tsx';

/** What the test piece should read, as a calliper shows it; the list is there when it has been cut virtually. */
export function Readings({ readings, style }: { readings: readonly Reading[] | undefined; style: LengthStyle }) {
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  if (!readings) return <p className="quiet">… cutting the test piece virtually</p>;
  if (!readings.length) return null;
  return (
    <table className="sizes reading" aria-label="What the test piece should read">
      <caption>It should read</caption>
      <tbody>
        {readings.map(({ joint, member, dimension, name, value, within, more }) => (
          <tr key={`${joint} ${member} ${dimension} ${value}`}>
            <th scope="row">
              {name}
              {more && <span className="quiet"> so far</span>}
            </th>
            <td>
              <Length value={value} style={fine} />
            </td>
            <td className="quiet">
              ± <Length value={within} style={fine} unit={false} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
