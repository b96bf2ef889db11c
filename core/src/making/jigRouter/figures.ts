import { toolsOf, type Shop } from '../../shop/index.ts';
import { dialsOf } from '../method/dials.ts';

/** The distances of a router that plunges into a mortising jig, its stops on either hand. */
export function onMortisingJig(shop: Shop) {
  const [router] = toolsOf(shop, 'router');
  const [jig] = toolsOf(shop, 'mortising-jig');
  const routerStop = { from: 'centre-line', gauged: { scale: jig?.stopScale ?? null } } as const;
  const endStop = {
    id: 'end-stop',
    from: 'centre-line',
    gauged: { scale: jig?.endScale ?? null },
  } as const;
  return dialsOf(shop, {
    face: { id: 'face', name: 'Jig face to cutter', from: 'jig-face', to: 'near-side' },
    leftRouterStop: {
      ...routerStop,
      id: 'left-stop',
      name: 'Left router stop',
      to: 'left-stop',
    },
    rightRouterStop: {
      ...routerStop,
      id: 'right-stop',
      name: 'Right router stop',
      to: 'right-stop',
    },
    leftEndStop: { ...endStop, name: 'End stop, on the left', to: 'left-end-stop' },
    rightEndStop: { ...endStop, name: 'End stop, on the right', to: 'right-end-stop' },
    plunge: {
      id: 'depth',
      name: 'Plunge',
      from: 'wood-surface',
      to: 'cutter-tip',
      gauged: { scale: router?.depthScale ?? null },
    },
  });
}
