import { healthOf } from '@/features/shop/server/health.ts';

export const dynamic = 'force-dynamic';

/** Whether the shop's computer is alive and can take readings, how far its database is, and when it was backed up. */
export async function GET() {
  const health = await healthOf();
  return Response.json(health, { status: health.ready ? 200 : 503, headers: { 'cache-control': 'no-store' } });
}
