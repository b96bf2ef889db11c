import './joints.css';
import { Suspense, useMemo, useState } from 'react';
import type { Saving } from '@velk/core/day';
import { typedOver, type Job, type Joint } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { JointDrawing } from '../../drawings/JointDrawing.tsx';
import { Guarded } from '../../frame/Guarded.tsx';
import { lazyRoom } from '../../frame/lazyRoom.tsx';
import { WordsField } from '../../widgets/WordsField.tsx';
import { JointLine } from './JointLine.tsx';
import { JointNotes } from './JointNotes.tsx';
import { KindPicker } from './KindPicker.tsx';
import { MarkingOut } from './MarkingOut.tsx';
import { useJointSheet, type JointSheetState } from './useJointSheet.ts';
import { useOffered } from './useOffered.ts';

/** Loaded only when asked for: three dimensions weigh more than the rest of the page. */
const PairView = lazyRoom(() => import('../../drawings/PairView.tsx'));

interface Props {
  readonly job: Job;
  readonly shop: Shop;
  readonly joint: Joint;
  /** The job, by its id. */
  readonly id: string;
  readonly onAdd: () => void;
}

/** One joint: the drawing is the form, reasons and warnings stand in the margin. */
export function JointSheet({ job, shop, joint, id, onAdd }: Props) {
  const sheet = useJointSheet(job, shop, joint);
  const { parts, members, names, available, style, errors, plan, set, become } = sheet;
  const [picking, setPicking] = useState(false);
  const offered = useOffered(joint.id);
  const [pointed, setPointed] = useState<Saving | null>(null);
  const bend = pointed ? { dimension: pointed.dimension, value: pointed.to } : offered;
  const drawing = useDrawnSo(sheet, bend);
  const onSheet = useMemo(() => drawing.dimensions.filter((d) => d.view !== 'margin'), [drawing]);
  const { tenoned, mortised } = parts;
  const sets = useMemo(
    () => ({ tenoned: tenoned.set, mortised: mortised.set }),
    [tenoned.set, mortised.set],
  );
  return (
    <div className="sheet withmargin jointsheet">
      <section aria-label="Joint sheet">
        <h1 className="unseen">{joint.name}</h1>
        <JointHead joint={joint} sheet={sheet} onAdd={onAdd} />
        <JointLine
          job={job}
          joint={joint}
          sheet={sheet}
          picking={picking}
          onPick={() => setPicking(!picking)}
        />
        {picking && (
          <KindPicker
            members={members}
            names={names}
            available={available}
            current={joint.kind}
            onPick={(next) => {
              setPicking(false);
              become(next);
            }}
          />
        )}
        <div className="scrolling">
          <div>
            <JointDrawing
              views={drawing.views}
              dimensions={onSheet}
              style={style}
              field={`joint.${joint.id}`}
              errors={errors}
              sets={sets}
              bent={bend?.dimension}
              onChange={set}
            />
          </div>
        </div>
        <InSpace sheet={sheet} />
        <MarkingOut job={job} joint={joint} plan={plan} style={style} />
      </section>
      <JointNotes
        job={job}
        shop={shop}
        joint={joint}
        sheet={sheet}
        id={id}
        offered={offered}
        onPoint={setPointed}
      />
    </div>
  );
}

/** The drawing of a joint, with one size as it would be where one is looked at. */
function useDrawnSo(
  { kind, params, members, drawing }: JointSheetState,
  bend: { readonly dimension: string; readonly value: number } | null,
) {
  const [dimension, value] = [bend?.dimension, bend?.value];
  return useMemo(() => {
    if (dimension === undefined || value === undefined) return drawing;
    return kind.drawing(typedOver(kind, params, members, dimension, value), members);
  }, [kind, params, members, drawing, dimension, value]);
}

/** What the joint is called, and the ways to have one more or one less. */
function JointHead({
  joint,
  sheet: { replace, remove },
  onAdd,
}: Pick<Props, 'joint' | 'onAdd'> & { readonly sheet: JointSheetState }) {
  return (
    <div className="between jointhead">
      <span>
        <WordsField
          field={`joint.${joint.id}.name`}
          label="Joint name"
          called="The name of the joint"
          value={joint.name}
          className="wide heading"
          onChange={(name) => replace({ ...joint, name })}
        />
      </span>
      <span>
        <button className="link" onClick={onAdd}>
          Add a joint
        </button>
        <button className="link" onClick={remove}>
          Remove this one
        </button>
      </span>
    </div>
  );
}

/** Both members in three dimensions, once that is asked for. */
function InSpace({ sheet: { kind, params, members, problems } }: { sheet: JointSheetState }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button className="link" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isOpen ? 'Close the view in three dimensions' : 'In three dimensions'}
      </button>
      {isOpen && (
        <Guarded by={[kind.id, params]}>
          <Suspense fallback={<p className="quiet">Fetching the view…</p>}>
            {problems.length ? (
              <p className="quiet">A joint that can’t be made has no solid to show.</p>
            ) : (
              <PairView kind={kind.id} params={params} members={members} />
            )}
          </Suspense>
        </Guarded>
      )}
    </>
  );
}
