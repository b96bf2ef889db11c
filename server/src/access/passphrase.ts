import {
  randomBytes,
  randomInt,
  scrypt as slow,
  timingSafeEqual,
  type ScryptOptions,
} from 'node:crypto';
import { promisify } from 'node:util';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { LIMITS } from '@velk/core/ground';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

/** Letters of a passphrase: OWASP ASVS 4.0.3, 2.1.1 and 2.1.2. */
export const PASSPHRASE_LETTERS = { least: 12, most: LIMITS.passphrase } as const;

/** Work for each guess: OWASP Password Storage Cheat Sheet, scrypt with N = 2^17, r = 8, p = 1. */
const COST = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 1024 * 1024 };
const BYTES = { salt: 16, hash: 32 };

const scrypt = promisify<string, Buffer, number, ScryptOptions, Buffer>(slow);
/** One passphrase in several ways of writing its letters is one. */
const plain = (passphrase: string) => passphrase.normalize('NFKC');

/**
 * What is kept of a passphrase: never itself, and nothing that two shops with the same one would
 * share.
 */
export async function hashOf(passphrase: string): Promise<string> {
  const salt = randomBytes(BYTES.salt);
  const hash = await scrypt(plain(passphrase), salt, BYTES.hash, COST);
  return `${salt.toString('base64')}.${hash.toString('base64')}`;
}

/** Whether this is the passphrase of which `kept` is kept. */
export async function isPassphrase(passphrase: string, kept: string): Promise<boolean> {
  const [salt, hash] = kept.split('.').map((part) => Buffer.from(part, 'base64'));
  return timingSafeEqual(await scrypt(plain(passphrase), salt!, BYTES.hash, COST), hash!);
}

const guesser = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
/** Of its four: safe from ten thousand guesses a second for years. */
const STRONG = 3;

/** Why a passphrase won't do, in one sentence; undefined where it will. */
export function weaknessOf(passphrase: string): string | undefined {
  const { least, most } = PASSPHRASE_LETTERS;
  const { length } = [...passphrase];
  if (length < least) return `A passphrase has at least ${least} letters; this has ${length}.`;
  if (length > most) return `A passphrase has at most ${most} letters; this has ${length}.`;
  if (guesser.check(passphrase).score < STRONG)
    return 'This passphrase is soon guessed. Take four or five words that have nothing to do with each other.';
  return undefined;
}

/** So many words of several thousand each: 64 bits, past all guessing. */
const WORDS = 5;

/** A passphrase of words drawn by lot. */
export function drawnPassphrase(): string {
  const words = dictionary['diceware-common'];
  return Array.from({ length: WORDS }, () => words[randomInt(words.length)]!).join(' ');
}
