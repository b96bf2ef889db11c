import { createSlice, type Draft, type PayloadAction } from '@reduxjs/toolkit';
import type { JointProof, Plan, Proofs } from '@velk/core';

/** The newest plan of the job on the bench; proofs arrive after the figures. */
export interface PlansState {
  plan: Plan | null;
  /** The fingerprint of what the proofs were made from; older ones are shown as being proved again. */
  proofOf: string;
  proofs: Record<string, JointProof>;
  error: string;
}

const initialState: PlansState = { plan: null, proofOf: '', proofs: {}, error: '' };
export const stampOf = ({ stamp }: Pick<Plan, 'stamp'>): string => `${stamp.job}-${stamp.shop}`;

export const plansSlice = createSlice({
  name: 'plans',
  initialState,
  reducers: {
    planned: (state, { payload }: PayloadAction<Plan>) => {
      state.plan = payload as Draft<Plan>;
      state.error = '';
    },
    proved: (state, { payload }: PayloadAction<Proofs>) => {
      state.proofOf = stampOf(payload);
      state.proofs = Object.fromEntries(payload.proofs.map((proof) => [proof.joint, proof as Draft<JointProof>]));
    },
    planFailed: (state, { payload }: PayloadAction<string>) => {
      state.error = payload;
    },
    cleared: () => initialState,
  },
});

export const { planned, proved, planFailed, cleared } = plansSlice.actions;
