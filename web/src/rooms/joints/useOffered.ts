import { useSearchParams } from 'react-router';
import { METRIC, parseLength } from '@velk/core/ground';

/** A size that the address offers for a joint: it is drawn as if it were taken, and asked about. */
export interface Offered {
  readonly dimension: string;
  readonly value: number;
  /** It was taken, or left. */
  readonly done: () => void;
}

/** What a quick figure, or the order, sent here by the address. */
export function useOffered(joint: string): Offered | null {
  const [params, setParams] = useSearchParams();
  const read = parseLength(params.get('value') ?? '', METRIC);
  const dimension = params.get('dimension');
  if (params.get('joint') !== joint || !dimension || !read.ok) return null;
  return { dimension, value: read.value, done: () => setParams({ joint }, { replace: true }) };
}
