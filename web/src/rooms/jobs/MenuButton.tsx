import type { ButtonHTMLAttributes, Ref } from 'react';
import type { JobSummary } from '../../server/api.ts';

interface Props extends Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'children'> {
  readonly job: Pick<JobSummary, 'name'>;
  readonly onPress?: () => void;
  readonly ref?: Ref<HTMLButtonElement>;
}

/** What opens the menu of a job. */
export function MenuButton({ job, onPress, ...rest }: Props) {
  return (
    <button
      {...rest}
      className="link"
      aria-label={`What to do with ${job.name}`}
      aria-haspopup="menu"
      {...(onPress && { onClick: onPress })}
    >
      More
    </button>
  );
}
