// What the papers name is there.
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { root } from './dependencies.mjs';

const papers = [
  'README.md',
  ...readdirSync(join(root, 'docs'), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.md'))
    .map((name) => join('docs', name)),
];

/** What a recipe makes is not there yet. */
const MADE = /^(core|web)\/.*\/(short|pieces)\/|copingSlot/;
const PATH = /`((?:core|web|server|bench|scripts|docs|e2e)\/[\w./-]+)`/g;
const LINK = /\]\((?!https?:|#|mailto:)([^)#\s]+)(?:#[^)]*)?\)/g;

describe.each(papers)('%s', (paper) => {
  const text = readFileSync(join(root, paper), 'utf8');

  it('names only files and folders that are there', () => {
    const named = [...text.matchAll(PATH)].map(([, path]) => path).filter((p) => !MADE.test(p));
    expect(named.filter((path) => !existsSync(join(root, path)))).toEqual([]);
  });

  it('leads only to what is there', () => {
    const links = [...text.matchAll(LINK)].map(([, to]) => to);
    expect(links.filter((to) => !existsSync(join(root, dirname(paper), to)))).toEqual([]);
  });
});

it('are read at all', () => {
  const all = papers.map((paper) => readFileSync(join(root, paper), 'utf8')).join('\n');
  expect([...all.matchAll(PATH)].length).toBeGreaterThan(50);
  expect([...all.matchAll(LINK)].length).toBeGreaterThan(30);
});
