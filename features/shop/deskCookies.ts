/** Names under which this browser keeps how its screen is set. */
export const DeskCookie = {
  habit: 'ridge-units',
  light: 'ridge-light',
  spacing: 'ridge-spacing',
  twoLetters: 'ridge-two-letters',
} as const;

const YEAR_S = 365 * 24 * 3600;

/** Keeps a setting in this browser. */
export function keepCookie(name: string, value: string): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the cookie store API is missing in older tablet browsers.
  document.cookie = `${name}=${encodeURIComponent(value)}; path=/; max-age=${YEAR_S}; samesite=lax`;
}

/** A setting this browser keeps, or null. */
export function keptCookie(name: string): string | null {
  const found = document.cookie.split('; ').find((pair) => pair.startsWith(`${name}=`));
  return found === undefined ? null : decodeURIComponent(found.slice(name.length + 1));
}
