import { createSlice, type Draft, type PayloadAction } from '@reduxjs/toolkit';
import type { JointProof, PieceProof } from '@velk/core/making';
import type { Plan } from '@velk/core/day';
import type { Proofs } from './core/proving.ts';

/** A proof, and the stamp of the plan it was made from. */
interface Known {
  readonly proof: JointProof;
  readonly of: string;
}

/**
 * The newest plan of the job on the bench; proofs arrive after the figures, one joint after
 * another.
 */
export interface PlansState {
  plan: Plan | null;
  /** By joint, the newest there is. */
  proofs: Record<string, Known>;
  /** Whole pieces of the plan whose joints were all proved last. */
  pieces: readonly PieceProof[];
  /** The stamp of the plan whose joints were all proved last. */
  provedAll: string;
  /** The stamp of the plan whose proofs somebody stopped. */
  stopped: string;
  /** Whether a newer plan has been on its way for a while. */
  late: boolean;
  error: string;
}

const initialState: PlansState = {
  plan: null,
  proofs: {},
  pieces: [],
  provedAll: '',
  stopped: '',
  late: false,
  error: '',
};
const stampOf = ({ stamp }: Pick<Plan, 'stamp'>): string => `${stamp.job}-${stamp.shop}`;

/**
 * What is known of a joint’s proof: the newest there is, whether it is of the plan as it stands, or
 * still on its way.
 */
export function proofAt(
  {
    plan,
    proofs,
    provedAll,
  }: Pick<PlansState, 'proofs' | 'provedAll'> & { readonly plan: Pick<Plan, 'stamp'> | null },
  joint: string,
) {
  const now = plan ? stampOf(plan) : '';
  const { proof, of } = proofs[joint] ?? {};
  return { proof, current: of === now, awaited: of !== now && provedAll !== now };
}

/**
 * How far the proofs of the plan are: how many of how many joints, whether all of it is done, or
 * was stopped.
 */
export function progressOf({ plan, proofs, provedAll, stopped }: PlansState) {
  const now = plan ? stampOf(plan) : '';
  const joints = plan?.joints ?? [];
  const done = joints.filter(({ joint }) => proofs[joint]?.of === now).length;
  return {
    done,
    of: joints.length,
    over: plan !== null && provedAll === now,
    stopped: plan !== null && stopped === now,
  };
}

export const plansSlice = createSlice({
  name: 'plans',
  initialState,
  reducers: {
    /** Plans and proofs are never changed: frozen, they aren't walked through at every key. */
    planned: (state, { payload }: PayloadAction<Plan>) => {
      state.plan = Object.freeze(payload) as Draft<Plan>;
      state.late = false;
      state.error = '';
    },
    /** A plan of before: whether the new one is late stays as it was. */
    planOfBefore: (state, { payload }: PayloadAction<Plan>) => {
      state.plan = Object.freeze(payload) as Draft<Plan>;
      state.error = '';
    },
    planLate: (state) => {
      state.late = true;
    },
    proved: (state, { payload }: PayloadAction<Proofs>) => {
      const of = stampOf(payload);
      for (const proof of payload.proofs)
        state.proofs[proof.joint] = Object.freeze({ proof, of }) as Draft<Known>;
      if (!payload.last) return;
      state.provedAll = of;
      state.pieces = Object.freeze(payload.pieces ?? []) as Draft<PieceProof>[];
      /** What was proved before and is not any more can’t be made, or is gone. */
      state.proofs = Object.fromEntries(
        Object.entries(state.proofs).filter(([, known]) => known.of === of),
      );
    },
    proofsStopped: (state) => {
      if (state.plan) state.stopped = stampOf(state.plan);
    },
    proofsResumed: (state) => {
      state.stopped = '';
    },
    planFailed: (state, { payload }: PayloadAction<string>) => {
      state.late = false;
      state.error = payload;
    },
    cleared: () => initialState,
  },
});

export const {
  planned,
  planLate,
  planOfBefore,
  proved,
  proofsStopped,
  proofsResumed,
  planFailed,
  cleared,
} = plansSlice.actions;
