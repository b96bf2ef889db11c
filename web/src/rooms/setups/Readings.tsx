import type { ReactNode } from 'react';
import type { LengthStyle } from '@velk/core/ground';
import type { Mated, Reading } from '@velk/core/day';
import { Length } from '../../widgets/Length.tsx';

interface Props {
  /** There when the piece has been cut virtually; null where that failed. */
  readonly readings: readonly Mated[] | null | undefined;
  readonly style: LengthStyle;
  /** Where it can be said what the piece does read. */
  readonly does?: (reading: Reading) => ReactNode;
}

/** What the test piece should read, as a calliper shows it. */
export function Readings({ readings, style, does }: Props) {
  const fine: LengthStyle = { ...style, inches: 'decimal' };
  if (readings === null)
    return (
      <p className="quiet">
        The test piece could not be cut virtually: measure it by the joint’s own sizes.
      </p>
    );
  if (!readings) return <p className="quiet">… cutting the test piece virtually</p>;
  if (!readings.length) return null;
  return (
    <table className="sizes reading" aria-label="What the test piece should read">
      <caption>It should read</caption>
      <tbody>
        {readings.map((reading) => {
          const { joint, member, dimension, name, value, within, more, gains, inMiddle, mate } =
            reading;
          return (
            <tr key={`${joint} ${member} ${dimension} ${value}`}>
              <th scope="row">
                {name}
                {inMiddle && <span className="quiet">, in the middle of its width</span>}
                {more && <span className="quiet"> so far</span>}
                {!gains.length && <span className="quiet">, as its cutter makes it</span>}
                {mate && (
                  <span className="quiet">
                    : its {mate.name} reads <Length value={mate.read} style={fine} />,{' '}
                    <Length value={mate.asked} style={fine} /> was asked
                  </span>
                )}
              </th>
              <td>
                <Length value={value} style={fine} />
              </td>
              <td className="quiet nowrap">
                ± <Length value={within} style={fine} unit={false} />
              </td>
              {does && <td className="noprint">{does(reading)}</td>}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
