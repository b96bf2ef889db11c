import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const WINGS = ['ground', 'shop', 'design', 'making', 'quick', 'exchange', 'day', 'wire'];

const NAMED = /(?:import|export) (?:type )?\{([^}]*)\} from '([^']+)'/g;

/** What an import or export lists, without `type` and without new names. */
const namesIn = (list: string): string[] =>
  list
    .split(',')
    .map((name) =>
      name
        .trim()
        .replace(/^type /, '')
        .replace(/ as .*/, ''),
    )
    .filter(Boolean);

const sources = ['core/src', 'server/src', 'web/src', 'bench/src', 'e2e'].flatMap((folder) =>
  readdirSync(ROOT + folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name))
    .map((name) => {
      const path = `${folder}/${name}`;
      return { path, text: readFileSync(ROOT + path, 'utf8') };
    }),
);

/** Every name that is asked for at the door of a wing. */
function askedAt(wing: string): Set<string> {
  const isDoor = (from: string) =>
    from === `@velk/core/${wing}` || (from.startsWith('.') && from.endsWith(`/${wing}/index.ts`));
  const asked = sources
    .filter(({ path }) => !path.startsWith(`core/src/${wing}/`))
    .flatMap(({ text }) => [...text.matchAll(NAMED)])
    .flatMap(([, list, from]) => (isDoor(from!) ? namesIn(list!) : []));
  return new Set(asked);
}

describe.each(WINGS)('the door of %s', (wing) => {
  it('shows what others ask for there, and nothing else', () => {
    const door = readFileSync(`${ROOT}core/src/${wing}/index.ts`, 'utf8');
    expect(door, 'every name is written out').not.toContain('export *');
    const shown = [...door.matchAll(NAMED)].flatMap(([, list]) => namesIn(list!));
    expect(shown.length).toBeGreaterThan(0);
    expect([...shown].sort()).toEqual([...askedAt(wing)].sort());
  });
});
