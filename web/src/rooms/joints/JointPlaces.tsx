import type { ReactNode } from 'react';
import {
  inARow,
  withPerPiece,
  type EntrySide,
  type Job,
  type Joint,
  type MemberName,
} from '@velk/core/design';
import { LIMITS, type LengthStyle } from '@velk/core/ground';
import { CountField } from '../../widgets/CountField.tsx';
import { Choice } from '../../widgets/Choice.tsx';
import { LengthField } from '../../widgets/LengthField.tsx';
import { ENTRY_SIDES } from '../../widgets/entrySides.ts';

const SIDES = (Object.entries(ENTRY_SIDES) as [EntrySide, string][]).map(([value, label]) => ({
  value,
  label,
}));

interface Props {
  readonly job: Job;
  readonly joint: Joint;
  readonly names: Readonly<Record<MemberName, string>>;
  readonly style: LengthStyle;
  /** That proposed lengths are rounded to, mm. */
  readonly step: number;
  /** What is wrong with the pitch of a row. */
  readonly error: string | undefined;
  readonly onChange: (joint: Joint) => void;
  /** Lengths that no view of the drawing shows. */
  readonly children: ReactNode;
}

/** On which ends and sides of its parts a joint is made, and how often. */
export function JointPlaces({ job, joint, names, style, step, error, onChange, children }: Props) {
  const row = inARow(joint);
  return (
    <div className="note">
      <h3>Where and how many</h3>
      <p className="joint-places">
        <label>
          {names.mortised}: mortises a piece{' '}
          <span className="half">
            <CountField
              field={`joint.${joint.id}.perPiece`}
              label="Mortises a piece"
              called="Mortises a piece"
              value={joint.mortised.perPiece}
              most={LIMITS.perPiece}
              onChange={(perPiece) => onChange(withPerPiece(joint, perPiece, job, step))}
            />
          </span>
        </label>
        {row > 1 && (
          <label>
            From one to the next of {row} in a row{' '}
            <span className="place">
              <LengthField
                field={`joint.${joint.id}.pitch`}
                label="pitch"
                value={joint.mortised.pitch ?? 0}
                style={style}
                least={0}
                error={error}
                onChange={(pitch) => onChange({ ...joint, mortised: { ...joint.mortised, pitch } })}
              />
            </span>
          </label>
        )}
        <label>
          {names.tenoned}: tenon at{' '}
          <Choice
            label="Ends with a tenon"
            value={joint.tenoned.ends}
            onChange={(ends) => onChange({ ...joint, tenoned: { ...joint.tenoned, ends } })}
            options={[
              { value: 'both', label: 'both ends' },
              { value: 'a', label: 'end A' },
              { value: 'b', label: 'end B' },
            ]}
          />
        </label>
        <label>
          {names.mortised}: laid out from{' '}
          <Choice
            label="Layout ends"
            value={joint.mortised.ends}
            onChange={(ends) => {
              const changed = { ...joint, mortised: { ...joint.mortised, ends } };
              onChange(withPerPiece(changed, joint.mortised.perPiece, job, step));
            }}
            options={[
              { value: 'both', label: 'A and B, left and right' },
              { value: 'both-b', label: 'B and A, left and right' },
              { value: 'a', label: 'end A' },
              { value: 'b', label: 'end B' },
            ]}
          />
        </label>
        <label>
          Tenon enters the{' '}
          <Choice
            label="Edge the tenon enters"
            value={joint.mortised.edge}
            onChange={(edge) => onChange({ ...joint, mortised: { ...joint.mortised, edge } })}
            options={SIDES}
          />
        </label>
        {children}
      </p>
    </div>
  );
}
