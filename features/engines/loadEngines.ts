import 'server-only';
import { isMissing, SHEET_FIGURES, SHEET_WORDS, type SheetWord } from '@/core/engine/sheetParts.ts';
import { wordText } from '@/core/engine/typedSheet.ts';
import { type EngineWords, houseRules, type Rules } from '@/core/index.ts';
import { houseNow } from '@/db/house.ts';
import { allMachines, allSheets } from '@/db/machines.ts';
import type { Shop } from '@/db/shop.ts';
import type { EngineRow } from './EngineList.tsx';

/** An engine in a few words: how many cylinders, and what else is known. */
export function whatItIs(words: EngineWords): string {
  const known = SHEET_WORDS.filter((w) => w.asksOf(words) && (words[w.word] ?? 'unknown') !== 'unknown');
  const cylinders = words.cylinders === 1 ? 'Single' : `${words.cylinders} cylinders`;
  return [cylinders, ...known.map((w) => named(w, wordText(w.word, words[w.word])))].join(' · ');
}

/** A word that says nothing by itself is said with what it is of. */
const named = ({ word, label }: SheetWord, said: string) =>
  ['lifters', 'compressionRelease', 'choke', 'killDiodePolarity'].includes(word)
    ? `${label.toLowerCase()} ${said.toLowerCase()}`
    : said;

/** All engines, each with how much is known of it and the machines that have it. */
export async function loadEngines(shop: Shop): Promise<EngineRow[]> {
  const [sheets, machines] = [await allSheets(shop), await allMachines(shop)];
  return sheets.map(({ id, name, words, figures }) => ({
    id,
    name,
    what: whatItIs(words),
    known: SHEET_FIGURES.filter((f) => !isMissing(f, figures)).length,
    figures: SHEET_FIGURES.length,
    machines: machines.filter((m) => m.sheetId === id).map((m) => m.tag),
  }));
}

/** What the house goes by today where a sheet is empty. */
export const rulesNow = async (shop: Shop): Promise<Rules> => houseRules((await houseNow(shop)).house);
