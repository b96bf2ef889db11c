import { toolsOf, type Shop, type TableSaw, type UprightJig } from '../../shop/index.ts';
import type { Mm } from '../../ground/index.ts';
import type { Refusal, Setup, Slide } from '../setups/index.ts';
import { missing, only, over } from '../method/refusal.ts';

/** A piece that is to stand on end in the upright jig of the table saw. */
export interface Standing {
  readonly length: Mm;
  /** Across the jig, from the face that is against it. */
  readonly across: Mm;
  /** Whether that face is one of the edges. */
  readonly onEdge: boolean;
  readonly bladeHeight: Mm;
  /** Farthest that the jig's face has to stand from the blade; the saw's fence carries it. */
  readonly fence: Mm;
}

/** Why a piece can't stand on end here; `otherwise` names the way out. */
export function uprightRefusals(piece: Standing, shop: Shop, otherwise: string): Refusal[] {
  const saw = toolsOf(shop, 'table-saw')[0];
  const jig = toolsOf(shop, 'upright-jig')[0];
  if (!saw || !jig)
    return [
      missing(
        'upright jig',
        `A cut on end needs a table saw and an upright jig. Add them, or ${otherwise}.`,
      ),
    ];
  if (!shop.rules.guardOff)
    return [
      missing(
        'guard',
        `Local rules keep the saw’s own guard on, and a piece on end leaves no room for it. Better ${otherwise}.`,
      ),
    ];
  const { length, across, onEdge, bladeHeight, fence } = piece;
  return [
    ...over(
      bladeHeight,
      saw.maxBladeHeight,
      'tenonLength',
      'depth of cut',
      `The blade would stand {value} high; this saw raises it to {bound}. Better ${otherwise}.`,
    ),
    ...over(
      fence + (jig.body ?? 0),
      saw.fenceReach,
      onEdge ? 'width' : 'thickness',
      'fence',
      `The fence that carries the jig would stand {value} from the blade; it reaches {bound}. Better ${otherwise}.`,
    ),
    ...over(
      bladeHeight,
      jig.clampLine,
      'tenonLength',
      'depth of cut',
      `The blade would stand {value} high; the jig’s lowest clamp or screw is at {bound}. Raise the clamp, or ${otherwise}.`,
    ),
    ...over(
      length,
      saw.maxUpright,
      'length',
      'length',
      `The piece is {value} long; {bound} stands upright here. Better ${otherwise}.`,
    ),
    ...over(
      across,
      jig.maxThickness,
      onEdge ? 'width' : 'thickness',
      onEdge ? 'width' : 'thickness',
      onEdge
        ? `For cuts from its edge the piece stands {value} across the jig, which holds {bound}. Better ${otherwise}.`
        : `The piece is {value} thick; the jig holds {bound}. Better ${otherwise}.`,
    ),
    ...(onEdge
      ? []
      : only(
          across,
          jig.insists,
          `The piece is {value} thick; the jig is made for {bound} only. Better ${otherwise}.`,
        )),
  ];
}

/** What every set-up of a piece on end in the upright jig has. */
export const onEnd = (
  saw: TableSaw,
  jig: UprightJig,
): Pick<Setup, 'model' | 'carrier' | 'machine' | 'cutter' | 'guides'> => ({
  model: 'table-saw',
  carrier: 'upright-jig',
  machine: saw.id,
  cutter: saw.bladeId,
  guides: [jig.id],
});

/**
 * What the jig's face is slid by from one cheek to the other; nothing where fence or screw move it.
 */
export const slideOf = ({
  screw,
  travel,
  slidBy = 'stops',
  carried = 0,
}: UprightJig): Slide | undefined => (screw || travel === 0 ? undefined : { by: slidBy, carried });
