import type { JobSummary } from '@velk/core/wire';
import type { ComponentProps } from 'react';

interface Props extends Omit<ComponentProps<'button'>, 'children'> {
  readonly job: Pick<JobSummary, 'name'>;
}

/** What opens the menu of a job. */
export function MenuButton({ job, ...rest }: Props) {
  return (
    <button
      {...rest}
      className="link"
      aria-label={`What to do with ${job.name}`}
      aria-haspopup="menu"
    >
      More
    </button>
  );
}
