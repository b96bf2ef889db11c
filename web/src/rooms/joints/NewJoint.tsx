import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { availableIn, pieceOf, type Part, type Shop } from '@velk/core/shop';
import { LIMITS } from '@velk/core/ground';
import { pairIsFull } from '@velk/core/exchange';
import { shopFor } from '@velk/core/day';
import type { Job, JointKind } from '@velk/core/design';
import { useEdit } from '../../keeping/useEdit.ts';
import { useEscape } from '../../frame/useEscape.ts';
import { usePickJoint } from '../../frame/useJoint.ts';
import { FrameForm } from './FrameForm.tsx';
import { KindPicker } from './KindPicker.tsx';
import { frameSortOf } from './frameSpec.ts';
import { newJoint } from './newParts.ts';
import { Choice } from '../../widgets/Choice.tsx';

/**
 * The parts a new joint would join: those chosen, else parts that have no joint yet, else the first
 * two.
 */
function pairOf(
  job: Job,
  wanted: { tenoned?: string; mortised?: string },
): [Part | undefined, Part | undefined] {
  const find = (id: string | undefined) => job.parts.find((p) => p.id === id);
  const free = job.parts.filter(
    (p) => !job.joints.some((j) => j.tenoned.part === p.id || j.mortised.part === p.id),
  );
  const order = [...free, ...job.parts];
  const tenoned = find(wanted.tenoned) ?? order.find((p) => p.id !== wanted.mortised);
  const mortised = find(wanted.mortised) ?? order.find((p) => p !== tenoned);
  /**
   * Nothing chosen yet: a clearly thicker piece, such as a leg, is the one that gets the mortise.
   */
  const turned =
    !wanted.tenoned &&
    !wanted.mortised &&
    tenoned &&
    mortised &&
    tenoned.thickness.nominal > 1.25 * mortised.thickness.nominal;
  return turned ? [mortised, tenoned] : [tenoned, mortised];
}

interface Props {
  readonly job: Job;
  readonly shop: Shop;
  readonly onDone: () => void;
  /** Back to the joint that was open, where there is one. */
  readonly onBack?: () => void;
}

/** A new joint, picked by what is seen, or a whole frame with all of its joints. */
export function NewJoint({ job, shop, onDone, onBack }: Props) {
  const edit = useEdit();
  const pick = usePickJoint();
  const [form] = useSearchParams();
  /** A form that the address asks for is for a job that is only begun. */
  const asked = job.joints.length ? undefined : frameSortOf(form.get('form'));
  const [framing, setFraming] = useState(asked !== undefined);
  const [wanted, setWanted] = useState<{ tenoned?: string; mortised?: string }>({});
  const [tenoned, mortised] = pairOf(job, wanted);
  useEscape(framing ? undefined : onBack);
  const full = tenoned && mortised && pairIsFull(job, tenoned.id, mortised.id);
  const add = (kind: JointKind) => {
    if (!tenoned || !mortised || full) return;
    const joint = newJoint(job, shop, tenoned, mortised, kind.id);
    edit({ edit: 'jointsAdded', joints: [joint] });
    pick(joint.id);
    onDone();
  };
  if (framing)
    return (
      <div className="sheet">
        <FrameForm
          job={job}
          sort={asked}
          shop={shopFor(job, shop)}
          onClose={() => setFraming(false)}
          onMake={({ parts, joints, shapes }) => {
            edit({ edit: 'jointsAdded', parts, joints, ...(shapes && { shapes }) });
            pick(joints[0]!.id);
            onDone();
          }}
        />
      </div>
    );
  return (
    <div className="sheet">
      <div className="start wide">
        <button className="link at-start" onClick={() => setFraming(true)}>
          Or a whole frame, or legs and rails, from the sizes outside
        </button>
        <h1>How do they meet?</h1>
        <p>
          {job.parts.length < 2
            ? 'A joint needs two parts. Add them under Stock first.'
            : 'Choose by what you see. Velk proposes thirds, with a mortise one of your cutters makes; type over what you want otherwise.'}
        </p>
        {tenoned && mortised && (
          <>
            <p className="abreast">
              {(['tenoned', 'mortised'] as const).map((member) => (
                <label key={member}>
                  <span className="quiet">
                    {member === 'tenoned' ? 'Tenon on ' : 'Mortise in '}
                  </span>
                  <Choice
                    label={member === 'tenoned' ? 'Tenon on' : 'Mortise in'}
                    value={member === 'tenoned' ? tenoned.id : mortised.id}
                    options={job.parts.map((p) => ({ value: p.id, label: p.name }))}
                    onChange={(id) => setWanted({ ...wanted, [member]: id })}
                  />
                </label>
              ))}
            </p>
            {full && (
              <p className="note error" role="alert">
                {tenoned.name} and {mortised.name} have {LIMITS.perPair} joints already: more of one
                pair are not worked out.
              </p>
            )}
            <KindPicker
              members={{
                tenoned: pieceOf(tenoned, 'median'),
                mortised: pieceOf(mortised, 'median'),
              }}
              names={{ tenoned: tenoned.name, mortised: mortised.name }}
              available={availableIn(shopFor(job, shop))}
              onPick={add}
            />
          </>
        )}
        {onBack && (
          <button className="link at-start" onClick={onBack}>
            Back to the joint
          </button>
        )}
      </div>
    </div>
  );
}
