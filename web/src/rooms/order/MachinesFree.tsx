import { TOOL_KINDS, type Shop } from '@velk/core/shop';
import type { Job } from '@velk/core/design';
import { useEdit } from '../../keeping/useEdit.ts';

/** Which machines of the chest this job can have; it is planned without the others. */
export function MachinesFree({ job, shop }: { job: Job; shop: Shop }) {
  const edit = useEdit();
  const away = job.away ?? [];
  const machines = shop.tools.filter(
    ({ kind, retired }) => TOOL_KINDS[kind].shelf === 'Machines' && !retired,
  );
  const taken = machines.filter(({ id }) => away.includes(id));
  const put = (machine: string, free: boolean) => edit({ edit: 'machineFreed', machine, free });
  return (
    <details className="noprint" open={taken.length > 0 || undefined}>
      <summary>
        {taken.length
          ? `Planned without ${taken.map(({ name }) => name).join(', ')}`
          : 'Is a machine not free?'}
      </summary>
      <span className="abreast machines-free">
        {machines.map(({ id, name }) => (
          <label key={id} className="tick">
            <input
              type="checkbox"
              checked={!away.includes(id)}
              onChange={(e) => put(id, e.target.checked)}
            />{' '}
            {name} is free
          </label>
        ))}
      </span>
    </details>
  );
}
