import fc from 'fast-check';

/** How often a short fuzz asks; `npm run fuzz -- COUNT` asks oftener. */
export const FUZZ_RUNS = Number(process.env['VELK_FUZZ'] ?? 150);

/**
 * A watch over a campaign's inputs: `npm run fuzz` prints how many there were, the slowest in ms,
 * and what those over 2 s were.
 */
export function watch(what: string): { start: () => (name: string) => void; say: () => void } {
  const seen = { inputs: 0, slowest: 0, slow: [] as string[] };
  const start = () => {
    const from = performance.now();
    return (name: string) => {
      const took = performance.now() - from;
      seen.inputs++;
      seen.slowest = Math.max(seen.slowest, took);
      if (took > 2000) seen.slow.push(`${name} in ${Math.ceil(took)} ms`);
    };
  };
  const say = () => {
    const { inputs, slowest, slow } = seen;
    if (process.env['VELK_FUZZ'])
      console.log(
        [
          `${what}: ${inputs} inputs, slowest ${Math.ceil(slowest)} ms, ${slow.length} over 2 s.`,
          ...slow,
        ].join('\n  '),
      );
  };
  return { start, say };
}

type Path = readonly (string | number)[];

/** Every place in some data, as a path. */
export function placesIn(data: unknown, path: Path = []): Path[] {
  if (typeof data !== 'object' || data === null) return [path];
  const inner = Array.isArray(data) ? data.map((v, i) => [i, v] as const) : Object.entries(data);
  return [path, ...inner.flatMap(([key, value]) => placesIn(value, [...path, key]))];
}

/** The same data with something else at a place; with `undefined` nothing stands there. */
function withAt(data: unknown, [step, ...rest]: Path, value: unknown): unknown {
  if (step === undefined) return value;
  const inner = rest.length
    ? withAt((data as Record<string | number, unknown>)[step], rest, value)
    : value;
  if (Array.isArray(data))
    return data.flatMap((one, i) =>
      i !== step ? [one as unknown] : inner === undefined ? [] : [inner],
    );
  const { [step]: _, ...others } = data as Record<string | number, unknown>;
  return inner === undefined ? others : { ...others, [step]: inner };
}

/** What people, programs and enemies put where something else should be. */
const NASTY = fc.oneof(
  fc.constantFrom<unknown>(
    undefined,
    null,
    '',
    0,
    -1,
    1e-320,
    1e308,
    -0,
    99999,
    0.02,
    20000,
    'Oak ',
    '\u0000',
    '\ud800',
    '__proto__',
    '../..',
    [],
    {},
    true,
  ),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.integer({ min: -50, max: 5000 }),
  fc.string({ unit: 'binary', maxLength: 20 }),
  fc.jsonValue({ maxDepth: 3 }),
);

/** Data spoiled in a few places. */
export const spoiled = (data: unknown): fc.Arbitrary<unknown> => {
  const places = placesIn(data);
  return fc
    .array(fc.tuple(fc.constantFrom(...places), NASTY), { minLength: 1, maxLength: 3 })
    .map((changes) =>
      changes.reduce((done, [path, value]) => {
        try {
          return withAt(done, path, value);
        } catch {
          /** An earlier change took the place away. */
          return done;
        }
      }, data),
    );
};
