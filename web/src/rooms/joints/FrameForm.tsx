import './joints.css';
import { Button, Segmented, Switch } from 'antd';
import { useMemo, type ReactNode } from 'react';
import {
  type AnyFrameSpec,
  type Frame,
  type FrameSpec,
  type IrregularSpec,
  makeFrame,
  type TapedForm,
} from '@velk/core/day';
import { JOINT_KINDS, type Job } from '@velk/core/design';
import type { LengthStyle } from '@velk/core/ground';
import { SPECIES, type Shop } from '@velk/core/shop';
import { useEscape } from '../../frame/useEscape.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { Choice } from '../../widgets/Choice.tsx';
import { Length } from '../../widgets/Length.tsx';
import { LengthField } from '../../widgets/LengthField.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { FramePicture } from './FramePicture.tsx';
import { type FrameSort as Sort, useFrameSpec } from './frameSpec.ts';

interface Props {
  readonly job: Job;
  readonly shop: Shop;
  /** Which of them is asked for first. */
  readonly sort: Sort | undefined;
  readonly onMake: (frame: Frame) => void;
  readonly onClose: () => void;
}

/**
 * A whole frame, or legs and rails, from the sizes outside; its parts and joints come at once and
 * can be changed after.
 */
export function FrameForm({ job, shop, sort = 'frame', onMake, onClose }: Props) {
  useEscape(onClose);
  const style = useStyle();
  const { spec, setSort, setFrame, setIrregular, lines, share, clear } = useFrameSpec(
    job.units,
    sort,
  );
  const madeFrame = useMemo(() => makeFrame(spec, job, shop), [spec, job, shop]);
  return (
    <section aria-label="A whole frame" className="frameform">
      <h1>How big is it?</h1>
      <FrameSort spec={spec} onSort={setSort} onShare={share} onForm={setIrregular} />
      <div className="frameparts">
        <div>
          <FrameField label="Called">
            <input
              value={spec.name}
              aria-label="Name of the frame"
              maxLength={60}
              onChange={(e) => share({ name: e.target.value || 'Frame' })}
            />
          </FrameField>
          <FrameField label="How many">
            <input
              inputMode="numeric"
              aria-label="How many frames"
              value={spec.count}
              onChange={(e) => whole(e.target.value, 500, (count) => count > 0 && share({ count }))}
            />
          </FrameField>
          {spec.sort === 'irregular' && <TapedBehind frame={spec} onChange={setIrregular} />}
          {lines.map(({ id, label, value, onChange, least = 0.001 }) => (
            <label key={`${spec.sort}-${id}`} className="frameline">
              <span>{label}</span>
              <LengthField
                field={`frame.${spec.sort}.${id}`}
                label={label.toLowerCase()}
                value={value}
                style={style}
                least={least}
                onChange={onChange}
              />
            </label>
          ))}
          {spec.sort === 'frame' && <InsideFrame frame={spec} onChange={setFrame} />}
        </div>
        <div>
          <FramePicture spec={spec} made={madeFrame} style={style} />
          <FrameFollows made={madeFrame} style={style} />
        </div>
      </div>
      <p className="framemake">
        <Button
          type="primary"
          disabled={madeFrame.joints.length === 0}
          onClick={() => (onMake(madeFrame), clear())}
        >
          Add {madeFrame.parts.length} parts and {madeFrame.joints.length} joints
        </Button>
        <button className="link" onClick={onClose}>
          Back
        </button>
      </p>
    </section>
  );
}

/** Tells a whole number that is typed, up to so many; anything else is not taken. */
function whole(value: string, most: number, then: (n: number) => void): void {
  const n = Number(value);
  if (Number.isInteger(n) && n >= 0 && n <= most) then(n);
}

/** What the tape was laid along, in words. */
const TAPED_AS: readonly { readonly value: TapedForm; readonly label: string }[] = [
  { value: 'leaning', label: 'two sides and a diagonal' },
  { value: 'upright', label: 'bottom and both sides, plumb' },
  { value: 'any', label: 'all four sides and a diagonal' },
];

interface SortProps {
  readonly spec: AnyFrameSpec;
  readonly onSort: (sort: Sort) => void;
  readonly onShare: (change: Partial<Pick<FrameSpec, 'kind' | 'species'>>) => void;
  readonly onForm: (frame: IrregularSpec) => void;
}

/** What it is, which joint holds it, and of which wood. */
function FrameSort({ spec, onSort, onShare, onForm }: SortProps) {
  const kinds = JOINT_KINDS.filter((k) =>
    spec.sort === 'frame' ? k.where !== 'across' : k.where === 'along' || k.where === 'end',
  );
  return (
    <div className="framesort">
      <Segmented<Sort>
        aria-label="What it is"
        value={spec.sort}
        options={[
          { value: 'frame', label: 'Stiles and rails' },
          { value: 'base', label: 'Legs and rails' },
          { value: 'irregular', label: 'Out of square' },
        ]}
        onChange={onSort}
      />
      {spec.sort === 'irregular' ? (
        <label>
          <span className="quiet">Taped </span>
          <Choice
            label="Taped in the opening"
            value={spec.form}
            options={TAPED_AS}
            onChange={(form) => onForm({ ...spec, form })}
          />
        </label>
      ) : (
        <label>
          <span className="quiet">Joint </span>
          <Choice
            label="Joint of the frame"
            value={spec.kind}
            options={kinds.map((k) => ({ value: k.id, label: k.title }))}
            onChange={(kind) => onShare({ kind })}
          />
        </label>
      )}
      <label>
        <span className="quiet">Wood </span>
        <Choice
          label="Wood of the frame"
          value={spec.species}
          options={[
            { value: '', label: 'not said' },
            ...SPECIES.map((s) => ({ value: s.id, label: s.name })),
          ]}
          onChange={(species) => onShare({ species })}
        />
      </label>
    </div>
  );
}

/** Whether the opening was taped at the back of its wall, too. */
function TapedBehind({
  frame,
  onChange,
}: {
  frame: IrregularSpec;
  onChange: (frame: IrregularSpec) => void;
}) {
  return (
    <label className="frameline">
      <span>Taped at the back too</span>
      <span>
        <Switch
          aria-label="Taped at the back too"
          checked={frame.back !== null}
          onChange={(isTaped) => onChange({ ...frame, back: isTaped ? frame.tapes : null })}
        />
      </span>
    </label>
  );
}

/** How many rails lie between the outer ones, and muntins between two. */
function InsideFrame({
  frame,
  onChange,
}: {
  frame: FrameSpec;
  onChange: (frame: FrameSpec) => void;
}) {
  const { rails, muntins } = frame;
  const [top, bottom] = [rails[0]!, rails.at(-1)!];
  return (
    <>
      <FrameField label="Rails between top and bottom">
        <input
          inputMode="numeric"
          aria-label="Rails between top and bottom"
          value={rails.length - 2}
          onChange={(e) =>
            whole(e.target.value, 6, (n) =>
              onChange({ ...frame, rails: [top, ...new Array<number>(n).fill(top), bottom] }),
            )
          }
        />
      </FrameField>
      {rails.length === 2 && (
        <FrameField label="Muntins">
          <input
            inputMode="numeric"
            aria-label="Muntins"
            value={muntins.count}
            onChange={(e) =>
              whole(e.target.value, 12, (count) =>
                onChange({ ...frame, muntins: { ...muntins, count } }),
              )
            }
          />
        </FrameField>
      )}
    </>
  );
}

/** What the sizes come to, and what is wrong with them. */
function FrameFollows({ made, style }: { made: Frame; style: LengthStyle }) {
  return (
    <>
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
                <small className="quiet">
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
    </>
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
