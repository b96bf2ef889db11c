import { kindOf, pairOf, type Members } from '@velk/core';
import { modeller } from './modeller.ts';

/** A joint as drawn, in three dimensions. */
self.onmessage = async ({
  data,
}: MessageEvent<{ id: number; kind: string; params: Record<string, unknown>; members: Members }>) => {
  try {
    self.postMessage({ id: data.id, pair: pairOf(await modeller, kindOf(data.kind), data.params, data.members) });
  } catch (error) {
    self.postMessage({ id: data.id, error: String(error) });
  }
};
