import { useMemo } from 'react';
import { METRIC, styleIn, type LengthStyle } from '@velk/core/ground';
import { useShopQuery } from '../server/api.ts';
import { useAppSelector } from '../store.ts';

/**
 * The style lengths are shown and read in: the job's unit, or the other one while that is asked
 * for.
 */
export function useStyle(): LengthStyle {
  const { data } = useShopQuery();
  const own = useAppSelector((s) => s.bench.now?.units ?? data?.shop.style.system ?? 'mm');
  const other = useAppSelector((s) => s.view.units === 'other');
  const shown = other ? (own === 'mm' ? 'in' : 'mm') : own;
  const style = data?.shop.style ?? METRIC;
  return useMemo(() => styleIn(style, shown), [style, shown]);
}
