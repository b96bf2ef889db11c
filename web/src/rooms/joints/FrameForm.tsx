import { Button, Segmented } from 'antd';
import { useMemo, useState, type ReactNode } from 'react';
import { INCH, type Mm } from '@velk/core/ground';
import { JOINT_KINDS, type Job } from '@velk/core/design';
import { makeFrame, type BaseSpec, type Frame, type FrameSpec } from '@velk/core/day';
import { SPECIES, type Shop } from '@velk/core/shop';
import { useKeptState } from '../../keeping/useKeptState.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { Length } from '../../widgets/Length.tsx';
import { useEscape } from '../../frame/useEscape.ts';
import { LengthField } from '../../widgets/LengthField.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { Choice } from '../../widgets/Choice.tsx';

interface Props {
  readonly job: Job;
  readonly shop: Shop;
  readonly onMake: (frame: Frame) => void;
  readonly onClose: () => void;
}

const START = {
  mm: {
    width: 450,
    height: 700,
    thickness: 22,
    stile: 60,
    rail: 70,
    low: 90,
    muntin: 30,
    wide: 1200,
    deep: 600,
    tall: 720,
    leg: 60,
    apron: 95,
    setBack: 5,
  },
  in: {
    width: 18,
    height: 28,
    thickness: 0.75,
    stile: 2.25,
    rail: 2.5,
    low: 3.5,
    muntin: 1.25,
    wide: 48,
    deep: 24,
    tall: 28.5,
    leg: 2.25,
    apron: 3.75,
    setBack: 0.1875,
  },
};

/**
 * A whole frame, or legs and rails, from the sizes outside; its parts and joints come at once and
 * can be changed after.
 */
export function FrameForm({ job, shop, onMake, onClose }: Props) {
  useEscape(onClose);
  const style = useStyle();
  const unit = job.units === 'in' ? INCH : 1;
  const start = Object.fromEntries(
    Object.entries(START[job.units]).map(([k, v]) => [k, v * unit]),
  ) as Record<keyof typeof START.mm, Mm>;
  const [sort, setSort] = useState<'frame' | 'base'>('frame');
  const [frame, setFrame] = useKeptState<FrameSpec>(`kept.frame.${job.units}`, {
    sort: 'frame',
    name: 'Frame',
    count: 1,
    width: start.width,
    height: start.height,
    thickness: start.thickness,
    stile: start.stile,
    rails: [start.rail, start.low],
    muntins: { count: 0, width: start.muntin },
    kind: 'haunched',
    species: '',
  });
  const [base, setBase] = useKeptState<BaseSpec>(`kept.base.${job.units}`, {
    sort: 'base',
    name: 'Table',
    count: 1,
    width: start.wide,
    depth: start.deep,
    height: start.tall,
    leg: start.leg,
    rail: { width: start.apron, thickness: start.thickness },
    setBack: start.setBack,
    kind: 'blind',
    species: '',
  });
  const spec = sort === 'frame' ? frame : base;
  const made = useMemo(() => makeFrame(spec, job, shop), [spec, job, shop]);
  const kinds = JOINT_KINDS.filter((k) =>
    sort === 'frame' ? k.where !== 'across' : k.where === 'along' || k.where === 'end',
  );
  const shared = (change: Partial<Pick<FrameSpec, 'name' | 'count' | 'kind' | 'species'>>) =>
    sort === 'frame' ? setFrame({ ...frame, ...change }) : setBase({ ...base, ...change });
  const lengths: [string, string, Mm, (v: Mm) => void, least?: Mm][] =
    sort === 'frame'
      ? [
          ['width', 'Width outside', frame.width, (width) => setFrame({ ...frame, width })],
          ['height', 'Height outside', frame.height, (height) => setFrame({ ...frame, height })],
          [
            'thickness',
            'Thickness',
            frame.thickness,
            (thickness) => setFrame({ ...frame, thickness }),
          ],
          ['stile', 'Stiles, wide', frame.stile, (stile) => setFrame({ ...frame, stile })],
          ...frame.rails.map((width, i): [string, string, Mm, (v: Mm) => void] => [
            `rail-${i}`,
            i === 0
              ? 'Top rail, wide'
              : i === frame.rails.length - 1
                ? 'Bottom rail, wide'
                : `Middle rail ${i}, wide`,
            width,
            (v) => setFrame({ ...frame, rails: frame.rails.map((w, at) => (at === i ? v : w)) }),
          ]),
          ...(frame.muntins.count > 0
            ? [
                [
                  'muntin',
                  'Muntins, wide',
                  frame.muntins.width,
                  (width: Mm) => setFrame({ ...frame, muntins: { ...frame.muntins, width } }),
                ] as [string, string, Mm, (v: Mm) => void],
              ]
            : []),
        ]
      : [
          ['width', 'Width over the legs', base.width, (width) => setBase({ ...base, width })],
          ['depth', 'Depth over the legs', base.depth, (depth) => setBase({ ...base, depth })],
          ['height', 'Height of the legs', base.height, (height) => setBase({ ...base, height })],
          ['leg', 'Legs, square', base.leg, (leg) => setBase({ ...base, leg })],
          [
            'apron',
            'Rails, wide',
            base.rail.width,
            (width) => setBase({ ...base, rail: { ...base.rail, width } }),
          ],
          [
            'thickness',
            'Rails, thick',
            base.rail.thickness,
            (thickness) => setBase({ ...base, rail: { ...base.rail, thickness } }),
          ],
          [
            'setback',
            'Rails set back',
            base.setBack,
            (setBack) => setBase({ ...base, setBack }),
            0,
          ],
        ];
  const whole = (value: string, most: number, then: (n: number) => void) => {
    const n = Number(value);
    if (Number.isInteger(n) && n >= 0 && n <= most) then(n);
  };
  return (
    <section aria-label="A whole frame" className="frameform">
      <h1>How big is it?</h1>
      <div
        style={{
          display: 'flex',
          gap: 18,
          flexWrap: 'wrap',
          alignItems: 'center',
          margin: '8px 0 14px',
        }}
      >
        <Segmented<'frame' | 'base'>
          aria-label="What it is"
          value={sort}
          options={[
            { value: 'frame', label: 'Stiles and rails' },
            { value: 'base', label: 'Legs and rails' },
          ]}
          onChange={setSort}
        />
        <label>
          <span className="quiet">Joint </span>
          <Choice
            label="Joint of the frame"
            value={spec.kind}
            options={kinds.map((k) => ({ value: k.id, label: k.title }))}
            onChange={(kind) => shared({ kind })}
          />
        </label>
        <label>
          <span className="quiet">Wood </span>
          <Choice
            label="Wood of the frame"
            value={spec.species}
            options={[
              { value: '', label: 'not said' },
              ...SPECIES.map((s) => ({ value: s.id, label: s.name })),
            ]}
            onChange={(species) => shared({ species })}
          />
        </label>
      </div>
      <div className="frameparts">
        <div>
          <FrameField label="Called">
            <input
              value={spec.name}
              aria-label="Name of the frame"
              maxLength={60}
              onChange={(e) => shared({ name: e.target.value || 'Frame' })}
            />
          </FrameField>
          <FrameField label="How many">
            <input
              inputMode="numeric"
              aria-label="How many frames"
              value={spec.count}
              onChange={(e) =>
                whole(e.target.value, 500, (count) => count > 0 && shared({ count }))
              }
            />
          </FrameField>
          {lengths.map(([id, label, value, set, least = 0.001]) => (
            <label key={`${sort}-${id}`} className="frameline">
              <span>{label}</span>
              <LengthField
                field={`frame.${sort}.${id}`}
                label={label.toLowerCase()}
                value={value}
                style={style}
                least={least}
                onChange={set}
              />
            </label>
          ))}
          {sort === 'frame' && (
            <>
              <FrameField label="Rails between top and bottom">
                <input
                  inputMode="numeric"
                  aria-label="Rails between top and bottom"
                  value={frame.rails.length - 2}
                  onChange={(e) =>
                    whole(e.target.value, 6, (n) =>
                      setFrame({
                        ...frame,
                        rails: [
                          frame.rails[0]!,
                          ...Array.from({ length: n }, () => frame.rails[0]!),
                          frame.rails.at(-1)!,
                        ],
                      }),
                    )
                  }
                />
              </FrameField>
              {frame.rails.length === 2 && (
                <FrameField label="Muntins">
                  <input
                    inputMode="numeric"
                    aria-label="Muntins"
                    value={frame.muntins.count}
                    onChange={(e) =>
                      whole(e.target.value, 12, (count) =>
                        setFrame({ ...frame, muntins: { ...frame.muntins, count } }),
                      )
                    }
                  />
                </FrameField>
              )}
            </>
          )}
        </div>
        <div>
          <FramePicture spec={spec} />
          {made.problems.map((p, i) => (
            <p key={i} className="note error" role="alert">
              <Spoken sentence={p} style={style} />
            </p>
          ))}
          <table className="sizes" aria-label="What follows">
            <tbody>
              {made.figures.map((f) => (
                <tr key={f.id}>
                  <th scope="row">
                    {f.name}
                    <small className="quiet" style={{ display: 'block' }}>
                      <Spoken sentence={f.working} style={style} />
                    </small>
                  </th>
                  <td>
                    <Length value={f.value} style={style} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </div>
      <p style={{ display: 'flex', gap: 16, marginTop: 16 }}>
        <Button
          type="primary"
          disabled={made.joints.length === 0}
          onClick={() => (onMake(made), sort === 'frame' ? setFrame(null) : setBase(null))}
        >
          Add {made.parts.length} parts and {made.joints.length} joints
        </Button>
        <button className="link" onClick={onClose}>
          Back
        </button>
      </p>
    </section>
  );
}

function FrameField({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label className="frameline">
      <span>{label}</span>
      <span className="field">{children}</span>
    </label>
  );
}

const [WIDE, TALL] = [380, 230];

/** The frame from the front, or the base from above, to scale. */
function FramePicture({ spec }: { spec: FrameSpec | BaseSpec }) {
  const [width, height] =
    spec.sort === 'frame' ? [spec.width, spec.height] : [spec.width, spec.depth];
  const scale = Math.min(WIDE / width, TALL / height);
  const boxes: [x: Mm, y: Mm, w: Mm, h: Mm, fill: string][] = [];
  if (spec.sort === 'frame') {
    const { stile, rails, muntins } = spec;
    const clear = height - rails.reduce((a, b) => a + b, 0);
    const opening = width - 2 * stile;
    let y = 0;
    rails.forEach((w, i) => {
      boxes.push([stile, y, opening, w, 'var(--wood)']);
      y += w + (i < rails.length - 1 ? clear / (rails.length - 1) : 0);
    });
    const light = (opening - muntins.count * muntins.width) / (muntins.count + 1);
    if (rails.length === 2)
      for (let i = 0; i < muntins.count; i++)
        boxes.push([
          stile + light + i * (light + muntins.width),
          rails[0]!,
          muntins.width,
          clear,
          'var(--wood)',
        ]);
    boxes.push(
      [0, 0, stile, height, 'var(--wood-pale)'],
      [width - stile, 0, stile, height, 'var(--wood-pale)'],
    );
  } else {
    const { leg, rail, setBack } = spec;
    for (const y of [setBack, height - setBack - rail.thickness])
      boxes.push([leg, y, width - 2 * leg, rail.thickness, 'var(--wood)']);
    for (const x of [setBack, width - setBack - rail.thickness])
      boxes.push([x, leg, rail.thickness, height - 2 * leg, 'var(--wood)']);
    for (const x of [0, width - leg])
      for (const y of [0, height - leg]) boxes.push([x, y, leg, leg, 'var(--wood-pale)']);
  }
  return (
    <svg width={WIDE + 4} height={height * scale + 4} aria-hidden>
      {boxes.map(([x, y, w, h, fill], i) => (
        <rect
          key={i}
          x={2 + x * scale}
          y={2 + y * scale}
          width={Math.max(0, w * scale)}
          height={Math.max(0, h * scale)}
          fill={fill}
          stroke="var(--ink)"
          strokeWidth={1.3}
        />
      ))}
    </svg>
  );
}
