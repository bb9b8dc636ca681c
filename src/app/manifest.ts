import type { MetadataRoute } from 'next';

/** How it is kept among a tablet's applications, without the browser around it. */
const manifest = (): MetadataRoute.Manifest => ({
  name: 'Ebrant',
  description: 'Drum road maps and click tempo maps for a band’s sets',
  start_url: '/',
  display: 'standalone',
  background_color: '#fbfaf6',
  theme_color: '#fbfaf6',
  icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
});

export default manifest;
