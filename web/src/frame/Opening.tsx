import { sentenceOf, useShopQuery } from '../server/api.ts';

const AGAIN = 2000;

/**
 * Stands in for a room until the shop is here; while the server can’t be reached it says so and
 * asks again.
 */
export function Opening() {
  const { error } = useShopQuery(undefined, { pollingInterval: AGAIN });
  return (
    <div className="sheet" role="status">
      {error ? `${sentenceOf(error)} Velk asks again by itself.` : 'Opening…'}
    </div>
  );
}
