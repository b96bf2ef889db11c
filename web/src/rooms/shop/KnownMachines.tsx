import type { LengthStyle } from '@velk/core/ground';
import { knowing, type MachineKnown, type Shop } from '@velk/core/shop';
import { useShopChange } from '../../keeping/useGear.ts';
import { Spoken } from '../../widgets/Spoken.tsx';

/** What was taken from the record about single machines, each let go of by a press. */
export function KnownMachines({ shop }: { shop: Shop }) {
  const known = Object.entries(shop.known ?? {});
  if (!known.length) return null;
  return (
    <>
      <h2>Known from the log</h2>
      <ul className="plain">
        {known.map(([machine, what]) => (
          <Known key={machine} shop={shop} machine={machine} what={what} style={shop.style} />
        ))}
      </ul>
    </>
  );
}

function Known({
  shop,
  machine,
  what: { pace, cutting, trust },
  style,
}: {
  shop: Shop;
  machine: string;
  what: MachineKnown;
  style: LengthStyle;
}) {
  const change = useShopChange();
  const name = shop.tools.find(({ id }) => id === machine)?.name ?? machine;
  const letGo = (what: keyof MachineKnown) =>
    change((now) => knowing(now, machine, { [what]: undefined }));
  return (
    <>
      {trust && (
        <li>
          {name}: no test piece, {trust.count} of {trust.count} read right within{' '}
          <Spoken
            sentence={{ text: '{within}', lengths: { within: trust.within } }}
            style={style}
          />{' '}
          <button
            className="link"
            onClick={() => letGo('trust')}
            aria-label={`Cut test pieces at ${name} again`}
          >
            Cut them again
          </button>
        </li>
      )}
      {pace !== undefined && (
        <Pace
          what="changing over"
          called="changes"
          times={pace}
          name={name}
          onLetGo={() => letGo('pace')}
        />
      )}
      {cutting !== undefined && (
        <Pace
          what="cutting"
          called="cutting"
          times={cutting}
          name={name}
          onLetGo={() => letGo('cutting')}
        />
      )}
    </>
  );
}

interface PaceProps {
  readonly what: string;
  /** In the name of the press. */
  readonly called: string;
  readonly times: number;
  readonly name: string;
  readonly onLetGo: () => void;
}

/** How many times the usual minutes something takes at a machine. */
function Pace({ what, called, times, name, onLetGo }: PaceProps) {
  return (
    <li>
      {name}: {what} takes {times} times the minutes above{' '}
      <button
        className="link"
        onClick={onLetGo}
        aria-label={`Reckon ${called} at ${name} as usual`}
      >
        Reckon as usual
      </button>
    </li>
  );
}
