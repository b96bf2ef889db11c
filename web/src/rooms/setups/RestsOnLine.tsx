import './setups.css';
import { counted, pluralOf } from '@velk/core/ground';
import { restsOn, type RestsOn } from '@velk/core/shop';
import { toolsOn, type Card, type Plan } from '@velk/core/day';
import type { LengthStyle } from '@velk/core/ground';
import { today } from '../../browser/days.ts';
import { CalibratedSize } from '../chest/CalibratedSize.tsx';

/**
 * What of its tools a card’s figures rest on: measured, when, and whether that is long ago; or only
 * as it is stated.
 */
export function RestsOnLine({ card, plan, style }: { card: Card; plan: Plan; style: LengthStyle }) {
  const sizes = restsOn(toolsOn(card, plan.basis.shop), today());
  if (!sizes.length) return null;
  const count = (is: (one: RestsOn) => boolean) => sizes.filter(is).length;
  const [measured, stale] = [
    count((one) => one.measured !== undefined),
    count((one) => one.measured?.stale ?? false),
  ];
  return (
    <details className="restson">
      <summary>
        Rests on {counted(sizes.length, 'tool size', 'tool sizes')}, {measured || 'none'} measured
        {stale > 0 && `; ■ ${stale} measured long ago`}
      </summary>
      <ul>
        {sizes.map(({ tool, kind, value, measured }) => (
          <li key={`${tool} ${kind.id}`}>
            {tool}, {kind.title.charAt(0).toLowerCase() + kind.title.slice(1)}:{' '}
            <CalibratedSize kind={kind} value={value} style={style} />{' '}
            <span className="quiet">
              {measured ? (
                <>
                  measured {measured.on},{' '}
                  {pluralOf(measured.count, 'once', `${measured.count} times`)}; stated{' '}
                  <CalibratedSize kind={kind} value={measured.stated} style={style} />
                  {measured.stale && '. ■ That is long ago: measure it again'}
                </>
              ) : (
                'as stated, not measured'
              )}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
