import type { TenonFeature } from '../../design/index.ts';
import { bandsawFlipped } from '../bandsaw/methods/bandsawFlipped.ts';
import { bandsawShoulders } from '../bandsaw/methods/bandsawShoulders.ts';
import { handTenon } from '../bench/methods/handTenon.ts';
import { called, SAME, type Method } from '../method/method.ts';

/** Whether a tenon has shoulders on its faces. */
export const hasFaces = ({ thickness, stock }: TenonFeature): boolean =>
  stock.thickness - thickness > SAME;
const hasEdges = ({ width, stock }: TenonFeature): boolean => stock.width - width > SAME;

/** What is left of a tenon for those who cut its faces, where its edges are cut another way. */
export const facesOf = (feature: TenonFeature): TenonFeature => ({
  ...feature,
  edgeShoulder: 0,
  width: feature.stock.width,
  ...(feature.lean && { edgesLeft: true }),
});
const edgesOf = (feature: TenonFeature): TenonFeature => ({
  ...feature,
  faceShoulder: 0,
  thickness: feature.stock.thickness,
});

/**
 * The edges of a tenon by themselves: they are less critical than its faces, and often don't suit
 * the guide that these go by. What cuts whole tenons cuts them, as it would a tenon without face
 * shoulders.
 */
const apart = (
  id: string,
  title: Pick<Method, 'title' | 'by'>,
  methods: readonly Method<TenonFeature>[],
  ownMethod: Pick<Method, 'bySide' | 'traits' | 'lean'>,
): Method<TenonFeature> => ({
  id,
  ...title,
  form: 'tenon',
  stage: 'edges',
  ...ownMethod,
  applies: hasEdges,
  refuse: (feature, shop, context) =>
    methods.flatMap((method) => method.refuse(edgesOf(feature), shop, context)),
  setups: (feature, shop, context) =>
    methods
      .flatMap((method) =>
        method.setups(edgesOf(feature), shop, { ...context, joint: `${context.joint}.edges` }),
      )
      .map((setup) => (setup.method === handTenon.id ? { ...setup, title: title.title } : setup)),
});

export const edgesByHand = apart('edges-by-hand', called('Edges', 'sawn by hand'), [handTenon], {
  bySide: 'hand',
  traits: ['by-hand'],
  lean: { by: 'bevel' },
});
export const edgesOnBandsaw = apart(
  'edges-on-bandsaw',
  called('Edges', 'on the bandsaw'),
  [bandsawShoulders, bandsawFlipped],
  { bySide: 'bandsaw' },
);
