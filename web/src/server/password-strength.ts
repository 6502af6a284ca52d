import { zxcvbn, zxcvbnOptions } from '@zxcvbn-ts/core';
import * as common from '@zxcvbn-ts/language-common';
import * as english from '@zxcvbn-ts/language-en';
import { Refusal } from './refusal.ts';

/** OWASP ASVS 4.0.3, 2.1.1 and 2.1.2: at least 12 characters, at most 128. */
export const SHORTEST_PASSWORD = 12;
const LONGEST_PASSWORD = 128;
/** The estimate of zxcvbn from 0 to 4; from 3 on more than 10^8 guesses are needed (Wheeler 2016). */
const ENOUGH = 3;

let ready = false;
function estimate(password: string, known: readonly string[]): number {
  if (!ready) {
    zxcvbnOptions.setOptions({
      dictionary: { ...common.dictionary, ...english.dictionary },
      graphs: common.adjacencyGraphs,
      translations: english.translations,
    });
    ready = true;
  }
  return zxcvbn(password, [...known]).score;
}

/**
 * Refuses a password that is short, long, or soon guessed: from a list of common ones, a pattern of keys, or what is known of the person.
 *
 * @param known words that an attacker tries first: name, mail address, camp
 * @example requireStrong('chalk on the river', ['Ada'])
 */
export function requireStrong(password: string, known: readonly string[]): void {
  if (password.length < SHORTEST_PASSWORD)
    throw new Refusal('short-password', `A password has at least ${SHORTEST_PASSWORD} characters.`);
  if (password.length > LONGEST_PASSWORD)
    throw new Refusal('long-password', `A password has at most ${LONGEST_PASSWORD} characters.`);
  const words = known.flatMap((k) => k.toLowerCase().split(/[^\p{L}\p{N}]+/u)).filter((w) => w.length > 2);
  if (estimate(password, [...words, 'stride', 'chalk', 'pitching', 'baseball', 'camp']) < ENOUGH)
    throw new Refusal('weak-password', 'This password is soon guessed. Take four words that have nothing to do with each other.');
}
