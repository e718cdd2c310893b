import { shop } from '@/db/client.ts';
import { photoOf } from '@/db/photos.ts';
import { handled } from '@/features/shop/server/handled.ts';

export const dynamic = 'force-dynamic';

const NOT_READ = { failed: 'a photo was not read', told: 'The photo cannot be read just now.' };

/** A photo of a job. What it is stands in its address, so that it never changes. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string; sha256: string }> }) =>
  handled(request, NOT_READ, async () => {
    const { id, sha256 } = await params;
    const jpeg = await photoOf(shop(), id, sha256);
    if (jpeg === null) return Response.json({ message: 'there is no such photo' }, { status: 404 });
    return new Response(new Uint8Array(jpeg), {
      headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
    });
  });
