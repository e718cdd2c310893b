import type { Instrumentation } from 'next';

/** A server that is started wrongly says so at once, not at the first page. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { environment } = await import('@/db/environment.ts');
  environment();
}

/** What a page or a route failed on. */
export const onRequestError: Instrumentation.onRequestError = async (err, { method, path, headers }) => {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { log } = await import('@/features/shop/server/log.ts');
  const request = headers['x-request-id'];
  const { digest } = err as { digest?: string };
  log().error({ err, method, path, request, digest }, 'a request failed');
};
