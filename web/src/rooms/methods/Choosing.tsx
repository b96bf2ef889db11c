import './methods.css';
import { useState, type ReactNode } from 'react';
import { bladesFor, cuttersFor, nearestCutters, stacksFor, type NearSize } from '@velk/core/making';
import { kindOf, resolve, type Job, type Joint, type TenonFeature } from '@velk/core/design';
import { toolsOf, topSpeed, type Shop } from '@velk/core/shop';
import type { LengthStyle } from '@velk/core/ground';
import { useEdit } from '../../keeping/useEdit.ts';
import { Silhouette } from '../../drawings/Silhouette.tsx';
import { Length } from '../../widgets/Length.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';

interface Props {
  readonly job: Job;
  readonly joint: Joint;
  readonly shop: Shop;
  readonly style: LengthStyle;
}

/** Cutters listed before the rest is asked for. */
const SHOWN = 5;

/**
 * Which of the shop's cutters and blades make each half, which don't and why, and what the next
 * sizes would change.
 */
export function Choosing({ job, joint, shop, style }: Props) {
  const edit = useEdit();
  const [all, setAll] = useState(false);
  const kind = kindOf(joint.kind);
  const { members } = resolve(joint, job);
  const { mortised, tenoned } = kind.features({ ...joint.params }, members);
  const mortise = mortised.find((f) => f.form === 'mortise');
  const tenon = tenoned.find((f) => f.form === 'tenon');
  if (!mortise || !tenon) return null;
  const router = toolsOf(shop, 'router')[0];
  const cutters = cuttersFor(mortise, shop, router);
  const near = nearestCutters(mortise.width, shop);
  const widen = (value: number) =>
    edit({ edit: 'sizesTyped', joint: joint.id, sizes: [{ dimension: 'mortiseWidth', value }] });
  return (
    <section className="later" aria-label="Cutters and blades">
      <h2>What could cut it</h2>
      <div className="choosing">
        <div>
          <table className="sizes" aria-label="Cutters for the mortise">
            <thead>
              <tr>
                <th />
                <th>
                  Mortise <Length value={mortise.width} style={style} />
                </th>
                <th>at most</th>
              </tr>
            </thead>
            <tbody>
              {cutters
                .filter(({ rows }, i) => rows > 0 || all || i < SHOWN)
                .map(({ cutter, rows, words }) => (
                  <tr key={cutter.id}>
                    <td>
                      <Silhouette tool={cutter} scale={0.4} width={30} height={40} />
                    </td>
                    <td>
                      <strong>{cutter.name}</strong>
                      <Verdict isGood={rows > 0}>
                        <Spoken sentence={words} style={style} />
                      </Verdict>
                    </td>
                    <td className="quiet nowrap">
                      {topSpeed(cutter.diameter, cutter.topSpeed).rpm} rpm
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
          {!all && cutters.length > SHOWN && (
            <button className="link" onClick={() => setAll(true)}>
              All {cutters.length} cutters
            </button>
          )}
          {[near.narrower, near.wider].map(
            (size) =>
              size && (
                <p key={size.width} className="quiet beneath">
                  {size === near.narrower ? 'One size down' : 'One size up'}: mortise{' '}
                  <Length value={size.width} style={style} />,{' '}
                  <Becomes
                    size={size}
                    tenon={mortise.width - tenon.thickness}
                    stock={tenon.stock.thickness}
                    style={style}
                  />{' '}
                  <button className="link" onClick={() => widen(size.width)}>
                    Make it so
                  </button>
                </p>
              ),
          )}
        </div>
        <Blades tenon={tenon} shop={shop} style={style} />
      </div>
    </section>
  );
}

/** Whether something would do, and why. */
const Verdict = ({ isGood, children }: { isGood: boolean; children: ReactNode }) => (
  <span className={isGood ? 'own-line fitting' : 'own-line quiet'}>
    {isGood ? '✓ ' : '– '}
    {children}
  </span>
);

/** Blades, and stacks as they would be made up, for a tenon. */
function Blades({ tenon, shop, style }: { tenon: TenonFeature } & Pick<Props, 'shop' | 'style'>) {
  return (
    <table className="sizes" aria-label="Blades for the tenon">
      <thead>
        <tr>
          <th>
            Tenon <Length value={tenon.thickness} style={style} />,{' '}
            <Length value={tenon.length} style={style} /> long
          </th>
        </tr>
      </thead>
      <tbody>
        {bladesFor(tenon, shop).map(({ blade, good, words }) => (
          <tr key={blade.id}>
            <td>
              <strong>{blade.name}</strong>
              <Verdict isGood={good}>
                <Spoken sentence={words} style={style} />
              </Verdict>
            </td>
          </tr>
        ))}
        {stacksFor(tenon, shop).map(({ stack, makeUp, words }) => (
          <tr key={stack.id}>
            <td>
              <strong>{stack.name}</strong>, shoulders and cheeks together
              <Verdict isGood={makeUp !== undefined}>
                <Spoken sentence={words} style={style} />
                {makeUp && makeUp.chippers.length + makeUp.shims.length > 0 && (
                  <>
                    {': '}
                    {[...makeUp.chippers, ...makeUp.shims].map((s, i) => (
                      <span key={i}>
                        {i > 0 && ' + '}
                        <Length value={s} style={style} unit={false} />
                      </span>
                    ))}
                  </>
                )}
              </Verdict>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What the joint would be with another cutter: tenon and shoulders. */
function Becomes({
  size,
  tenon,
  stock,
  style,
}: {
  size: NearSize;
  tenon: number;
  stock: number;
  style: LengthStyle;
}) {
  const t = size.width - tenon;
  return (
    <>
      with {size.name}; tenon <Length value={t} style={style} />, shoulders{' '}
      <Length value={stock - t} style={style} /> in all.
    </>
  );
}
