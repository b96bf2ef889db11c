import { useMemo, useState } from 'react';
import { shopFor, type Proposal } from '@velk/core/day';
import {
  changeKind,
  resolve,
  type Advice,
  type ChangedKind,
  type Job,
  type Joint,
  type JointKind,
} from '@velk/core/design';
import { speak } from '@velk/core/ground';
import { availableIn, type Shop } from '@velk/core/shop';
import { useStable } from '../../browser/useStable.ts';
import { useEdit } from '../../keeping/useEdit.ts';
import { useStyle } from '../../keeping/useUnits.ts';
import { useAppSelector } from '../../store.ts';

const NONE = [] as const;

/** A joint as it is drawn, what the plan says of it, and every way its sheet changes it. */
export function useJointSheet(job: Job, shop: Shop, joint: Joint) {
  const edit = useEdit();
  const style = useStyle();
  const { kind, params, parts, members } = useMemo(() => resolve(joint, job), [joint, job]);
  const available = useMemo(() => availableIn(shopFor(job, shop)), [job, shop]);
  const drawing = useMemo(() => kind.drawing(params, members), [kind, params, members]);
  const names = { tenoned: parts.tenoned.name, mortised: parts.mortised.name };
  /**
   * All that is wrong or worth saying comes from the plan, whatever it is about: none is judged
   * here anew.
   */
  const plan = useAppSelector((s) => s.plans.plan?.joints.find((j) => j.joint === joint.id));
  /**
   * The margin is shown once it is known what stands in it, so that nothing moves under the hand.
   */
  const told = useAppSelector((s) => s.plans.plan !== null || s.plans.error !== '');
  const problems = plan?.problems.length ? plan.problems : NONE;
  const advice: readonly Advice[] = plan?.advice ?? NONE;
  const errors = useMemo(
    () => Object.fromEntries(problems.map((p) => [p.path, speak(p.message, style)])),
    [problems, style],
  );
  const [change, setChange] = useState<ChangedKind | null>(null);

  const replace = (next: Joint) => edit({ edit: 'jointPut', joint: next });
  const type = (sizes: readonly { readonly dimension: string; readonly value: number }[]) =>
    edit({ edit: 'sizesTyped', joint: joint.id, sizes });
  const set = useStable((dimension: string, value: number) => type([{ dimension, value }]));
  const choose = useStable((id: string, value: string) =>
    replace({ ...joint, params: kind.withChoice(params, id, value, members, available) }),
  );
  return {
    ...{ kind, params, parts, members, available, drawing, names, style },
    ...{ plan, told, problems, advice, errors, change },
    ...{ replace, set, choose },
    remove: () => edit({ edit: 'jointRemoved', joint: joint.id }),
    /** Its proportions anew, where it stands. */
    propose: () => {
      const proposed = kind.propose(members, available).params;
      replace({ ...joint, params: { ...proposed, position: params['position'] } });
    },
    swap: (member: 'tenoned' | 'mortised', part: string) =>
      replace({ ...joint, [member]: { ...joint[member], part } }),
    become: (next: JointKind) => {
      if (next.id === joint.kind) return;
      const changedKind = changeKind(params, next, members, available);
      setChange(changedKind);
      replace({ ...joint, kind: next.id, params: changedKind.params, routes: {} });
    },
    changeSeen: () => setChange(null),
    take: (taken: readonly Proposal[]) => type(taken),
  };
}

export type JointSheetState = ReturnType<typeof useJointSheet>;
