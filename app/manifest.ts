import type { MetadataRoute } from 'next';

/** What a tablet needs to put the app on its start screen. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    id: '/',
    name: 'Ridge Bolt',
    short_name: 'Ridge Bolt',
    description: 'Bench partner for ride-on-mower technicians',
    start_url: '/',
    display: 'standalone',
    background_color: '#dcdfd5',
    theme_color: '#22423b',
    icons: [
      { src: '/icons/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icons/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icons/icon-512-safe.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  };
}
