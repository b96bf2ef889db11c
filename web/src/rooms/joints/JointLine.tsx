import './joints.css';
import { capital } from '@velk/core/ground';
import { Segmented } from 'antd';
import { memo } from 'react';
import type { Job, Joint, JointKind } from '@velk/core/design';
import { AngleField } from '../../widgets/AngleField.tsx';
import { Choice } from '../../widgets/Choice.tsx';
import type { JointSheetState } from './useJointSheet.ts';

interface Props {
  readonly job: Job;
  readonly joint: Joint;
  readonly sheet: JointSheetState;
  readonly picking: boolean;
  readonly onPick: () => void;
}

/** In a line what a joint is: its kind, its two parts, its angles and choices. */
export function JointLine({ job, joint, sheet, picking, onPick }: Props) {
  const { kind, params, drawing, style, errors, set, choose, swap } = sheet;
  const options = job.parts.map((p) => ({ value: p.id, label: p.name }));
  return (
    <div className="jointline">
      <button className="link" aria-expanded={picking} onClick={onPick}>
        {kind.title}
      </button>
      <label>
        <span className="quiet">Tenon on </span>
        <Choice
          label="Tenoned part"
          value={joint.tenoned.part}
          options={options}
          onChange={(part) => swap('tenoned', part)}
        />
      </label>
      <label>
        <span className="quiet">Mortise in </span>
        <Choice
          label="Mortised part"
          value={joint.mortised.part}
          options={options}
          onChange={(part) => swap('mortised', part)}
        />
      </label>
      {drawing.dimensions
        .filter(({ angle }) => angle)
        .map(({ id, name, value }) => (
          <label key={id}>
            <span className="quiet">{capital(name)} </span>
            <span className="short">
              <AngleField
                field={`joint.${joint.id}.${id}`}
                label={name}
                value={value}
                style={style}
                error={errors[id]}
                onChange={(v) => set(id, v)}
              />
            </span>
          </label>
        ))}
      {kind.choices.map((choice) => (
        <KindChoice
          key={choice.id}
          choice={choice}
          value={chosenOf(params[choice.id]) ?? choice.options[0]!.value}
          onChange={choose}
        />
      ))}
    </div>
  );
}

interface KindChoiceProps {
  readonly choice: JointKind['choices'][number];
  readonly value: string;
  readonly onChange: (id: string, value: string) => void;
}

/** One of the ways in which a kind of joint can be. */
const KindChoice = memo(function KindChoice({ choice, value, onChange }: KindChoiceProps) {
  return (
    <span>
      <span className="quiet">{choice.label} </span>
      <Segmented
        size="small"
        aria-label={choice.label}
        value={value}
        options={[...choice.options]}
        onChange={(chosen) => onChange(choice.id, chosen)}
      />
    </span>
  );
});

/** What is chosen, as the choice's own text; nothing where the joint doesn't say. */
const chosenOf = (value: unknown): string | undefined =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : undefined;
