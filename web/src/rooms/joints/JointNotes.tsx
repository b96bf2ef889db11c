import './joints.css';
import type { Job, Joint } from '@velk/core/design';
import { capital } from '@velk/core/ground';
import type { Saving } from '@velk/core/day';
import type { Shop } from '@velk/core/shop';
import { useEdit } from '../../keeping/useEdit.ts';
import { useProposals } from '../../planning/useProposals.ts';
import { LengthField } from '../../widgets/LengthField.tsx';
import { Margin } from '../../widgets/Margin.tsx';
import { Spoken } from '../../widgets/Spoken.tsx';
import { useAppSelector } from '../../store.ts';
import { SmallChanges } from '../order/SmallChanges.tsx';
import { JointPlaces } from './JointPlaces.tsx';
import { ProposedSizes } from './ProposedSizes.tsx';
import type { JointSheetState } from './useJointSheet.ts';
import type { Offered } from './useOffered.ts';

const words = (dimension: string): string =>
  dimension.replace(/([A-Z])/g, (c) => ` ${c.toLowerCase()}`);

interface Props {
  readonly job: Job;
  readonly shop: Shop;
  readonly joint: Joint;
  readonly sheet: JointSheetState;
  /** The job, by its id. */
  readonly id: string;
  readonly offered: Offered | null;
  /** Hears which small change is pointed at. */
  readonly onPoint: (bend: Saving | null) => void;
}

/**
 * What stands beside the sheet: reasons and warnings, where the joint is, and how to start again.
 */
export function JointNotes({ job, shop, joint, sheet, id, offered, onPoint }: Props) {
  const plan = useAppSelector((s) => s.plans.plan);
  const { drawing, names, style, available, errors, told, problems, replace, set, propose } = sheet;
  const inMargin = drawing.dimensions.filter((d) => d.view === 'margin' && !d.angle);
  return (
    <Margin label="Reasons and warnings" silent={!told}>
      <ChangedNote sheet={sheet} />
      <OfferedNote offered={offered} sheet={sheet} />
      {problems.map((p, i) => (
        <div key={i} className="note error" role="alert">
          <h3>Can’t be made: {p.dimension}</h3>
          <p>
            <Spoken sentence={p.message} style={style} />
          </p>
        </div>
      ))}
      <AdviceNotes job={job} shop={shop} joint={joint} sheet={sheet} />
      {joint.loose && <LooseNote joint={joint} />}
      <JointPlaces
        job={job}
        joint={joint}
        names={names}
        style={style}
        step={available.step}
        error={errors['pitch']}
        onChange={replace}
      >
        {inMargin.map(({ id, name, value }) => (
          <label key={id}>
            {capital(name)}{' '}
            <span className="short">
              <LengthField
                field={`joint.${joint.id}.${id}`}
                label={name}
                value={value}
                style={style}
                least={-1}
                error={errors[id]}
                onChange={(v) => set(id, v)}
              />
            </span>
          </label>
        ))}
      </JointPlaces>
      {plan && (
        <SmallChanges key={joint.id} plan={plan} id={id} joint={joint.id} onPoint={onPoint} />
      )}
      <div className="note">
        <h3>Start again</h3>
        <p>
          Proportions from your stock and cutters, keeping the position.{' '}
          <button className="link" onClick={propose}>
            Propose all
          </button>
        </p>
      </div>
    </Margin>
  );
}

/** What became of the sizes when the joint was made one of another kind. */
function ChangedNote({ sheet: { change, changeSeen, kind } }: Pick<Props, 'sheet'>) {
  if (!change) return null;
  const { proposed, setAside } = change;
  return (
    <div className="note" role="status">
      <h3>Now a {kind.title.toLowerCase()}</h3>
      <p>
        {proposed.length > 0 && `Proposed anew: ${proposed.map(words).join(', ')}. `}
        {setAside.length > 0 && `Set aside: ${setAside.map(words).join(', ')}. `}
        Everything else is kept; undo brings the other back.{' '}
        <button className="link" onClick={changeSeen}>
          Good
        </button>
      </p>
    </div>
  );
}

function OfferedNote({
  offered,
  sheet: { drawing, style, set },
}: Pick<Props, 'offered' | 'sheet'>) {
  if (!offered) return null;
  const { dimension, value, done } = offered;
  return (
    <div className="note" role="status">
      <h3>Not drawn yet</h3>
      <p>
        {drawing.dimensions.find((d) => d.id === dimension)?.name ?? words(dimension)}{' '}
        <Spoken sentence={{ text: '{v}', lengths: { v: value } }} style={style} />:{' '}
        <button
          className="link"
          onClick={() => {
            set(dimension, value);
            done();
          }}
        >
          use it
        </button>{' '}
        or{' '}
        <button className="link" onClick={done}>
          leave it
        </button>
      </p>
    </div>
  );
}

/** It was said to be loose on purpose, and can be taken back. */
function LooseNote({ joint }: Pick<Props, 'joint'>) {
  const edit = useEdit();
  return (
    <div className="note">
      <h3>Loose on purpose</h3>
      <p>
        Nothing asks for less clearance.{' '}
        <button
          className="link"
          onClick={() => edit({ edit: 'leftLoose', joint: joint.id, loose: false })}
        >
          It is to fit
        </button>
      </p>
    </div>
  );
}

function AdviceNotes({
  job,
  shop,
  joint,
  sheet: { advice, style, set, take },
}: Pick<Props, 'job' | 'shop' | 'joint' | 'sheet'>) {
  const edit = useEdit();
  const isProposed = advice.some(({ propose }) => propose !== undefined);
  const proposals = useProposals(joint.id, job, shop, isProposed);
  return (
    <>
      {isProposed && <ProposedSizes proposals={proposals} onTake={take} />}
      {advice.map(({ id, level, title, reason, dimension, propose, tightens }) => (
        <div key={id} className={`note ${level}`}>
          <h3>
            <Spoken sentence={title} style={style} />
          </h3>
          <p>
            <Spoken sentence={reason} style={style} />{' '}
            {propose !== undefined &&
              proposals?.each.some((p) => p.dimension === dimension && p.value === propose) && (
                <button className="link" onClick={() => set(dimension, propose)}>
                  Use <Spoken sentence={{ text: '{v}', lengths: { v: propose } }} style={style} />
                </button>
              )}{' '}
            {tightens && (
              <button
                className="link"
                onClick={() => edit({ edit: 'leftLoose', joint: joint.id, loose: true })}
              >
                It is loose on purpose
              </button>
            )}
          </p>
        </div>
      ))}
    </>
  );
}
