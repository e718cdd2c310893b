/** What was typed for a price: a sum of the shop's money, null for nothing, or what is wrong with it. */
export function readPrice(typed: string): number | null | string {
  if (typed.trim() === '') return null;
  const price = Number(typed.trim().replace(',', '.'));
  return Number.isFinite(price) && price >= 0 && price <= 1_000_000 ? price : `"${typed.trim()}" is no price`;
}
