import { Dropdown } from 'antd';
import { useRef, useState } from 'react';
import type { JobSummary, Place } from '@velk/core/wire';
import { MenuButton } from './MenuButton.tsx';

/** What can be done with a job in the list. */
export interface JobDeeds {
  readonly save: (job: JobSummary) => void;
  readonly copy: (job: JobSummary, measured: boolean) => void;
  readonly move: (job: JobSummary, place: Place) => void;
}

const MOVES: Readonly<Record<Place, readonly (readonly [place: Place, label: string])[]>> = {
  bench: [
    ['shelf', 'Put it away'],
    ['bin', 'Delete it'],
  ],
  shelf: [
    ['bench', 'Back on the bench'],
    ['bin', 'Delete it'],
  ],
  bin: [['bench', 'Bring it back']],
};

/** The menu of a job, open as soon as it is there: it was asked for. */
export default function JobMenu({ job, deeds }: { job: JobSummary; deeds: JobDeeds }) {
  const [isOpen, setOpen] = useState(true);
  const button = useRef<HTMLButtonElement>(null);
  /** Closed by a key, it gives the focus back; a press elsewhere has taken it already. */
  const turn = (open: boolean) => {
    const focused = document.activeElement;
    if (!open && (focused === document.body || focused?.closest('[role=menu]')))
      button.current?.focus();
    setOpen(open);
  };
  const items = [
    { key: 'file', label: 'Save as a job file', onClick: () => deeds.save(job) },
    { key: 'copy', label: 'Make another like it', onClick: () => deeds.copy(job, true) },
    {
      key: 'template',
      label: 'Make another, sizes not measured yet',
      onClick: () => deeds.copy(job, false),
    },
    ...MOVES[job.place].map(([place, label]) => ({
      key: place,
      label,
      onClick: () => deeds.move(job, place),
    })),
  ];
  return (
    <Dropdown trigger={['click']} menu={{ items }} open={isOpen} onOpenChange={turn} autoFocus>
      <MenuButton job={job} ref={button} />
    </Dropdown>
  );
}
