import 'server-only';
import { faultCards, SYMPTOMS } from '@/core/index.ts';
import { findClosed, type Wanted } from '@/db/findJobs.ts';
import type { Shop } from '@/db/shop.ts';
import { type FloorRow, rowsOf } from '../loadFloor.ts';
import { MOST_FOUND } from '../mostFound.ts';

const MOST_WORDS = 6;
const MOST_LETTERS = 80;
/** A word shorter than this means none of the shop's own words: "no" is in half of them. */
const MEANS_SOMETHING = 3;

const FAULTS = Object.entries(faultCards()).map(([id, { title }]) => [id, title.toLowerCase()] as const);
const COMPLAINTS = Object.entries(SYMPTOMS).map(([id, words]) => [id, words.toLowerCase()] as const);

const idsWith = (all: readonly (readonly [string, string])[], word: string) =>
  word.length < MEANS_SOMETHING ? [] : all.filter(([, words]) => words.includes(word)).map(([id]) => id);

/** What was typed, word by word. */
const wantedIn = (typed: string): Wanted[] =>
  typed
    .slice(0, MOST_LETTERS)
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, MOST_WORDS)
    .map((word) => ({ word, symptoms: idsWith(COMPLAINTS, word), faults: idsWith(FAULTS, word) }));

/** Any job ever closed, by number, tag, owner, plate, complaint or what was repaired on it; the last one first. */
export async function findGone(shop: Shop, typed: string): Promise<readonly FloorRow[]> {
  const found = await findClosed(shop, wantedIn(typed), MOST_FOUND);
  return found.length === 0 ? [] : found.map(await rowsOf(shop, found));
}
