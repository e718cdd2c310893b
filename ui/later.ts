import { type ComponentType, type LazyExoticComponent, lazy, useEffect } from 'react';

/** A part of a screen that does not come with its first load; it stands inside a Suspense. */
export type Later<P> = LazyExoticComponent<ComponentType<P>> & {
  /** Fetches it, so that it is at hand once it is asked for, also out of reach of the shop's computer. */
  readonly fetch: () => void;
};

/** A component that is loaded beside the screen; a load that failed is tried again when it is next asked for. */
export function later<P extends object>(load: () => Promise<ComponentType<P>>): Later<P> {
  let coming: Promise<{ default: ComponentType<P> }> | null = null;
  const once = () => {
    coming ??= load().then(
      (component) => ({ default: component }),
      (error) => {
        coming = null;
        throw error;
      },
    );
    return coming;
  };
  return Object.assign(lazy(once), { fetch: () => void once().catch(() => {}) });
}

/** After this nothing of the first reading is disturbed [ms]. */
const AFTER_OPENING_MS = 2500;

/** Fetches parts once the screen stands and has nothing better to do. */
export function useFetchedLater(parts: readonly { readonly fetch: () => void }[]): void {
  useEffect(() => {
    const soon = setTimeout(() => {
      for (const part of parts) part.fetch();
    }, AFTER_OPENING_MS);
    return () => clearTimeout(soon);
  }, [parts]);
}
