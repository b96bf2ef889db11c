import './joints.css';
import { useState } from 'react';
import type { Job } from '@velk/core/design';
import type { Shop } from '@velk/core/shop';
import { useJoint } from '../../frame/useJoint.ts';
import { JointSheet } from './JointSheet.tsx';
import { NewJoint } from './NewJoint.tsx';

/** The joint that is looked at, or a new one. */
export function JointsRoom({ id, job, shop }: { id: string; job: Job; shop: Shop }) {
  const joint = useJoint(job);
  const [adding, setAdding] = useState(false);
  if (!joint || adding)
    return (
      <NewJoint
        job={job}
        shop={shop}
        onDone={() => setAdding(false)}
        {...(joint && { onBack: () => setAdding(false) })}
      />
    );
  return (
    <JointSheet
      key={joint.id}
      id={id}
      job={job}
      shop={shop}
      joint={joint}
      onAdd={() => setAdding(true)}
    />
  );
}
