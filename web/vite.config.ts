import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    VitePWA({
      // The practice room registers it itself: a teacher's pages always come from the server.
      injectRegister: null,
      registerType: 'prompt',
      // The house: a worker's file is served by its own address, not by the page it works for.
      scope: '/',
      filename: 'practice-worker.js',
      manifest: {
        name: 'Jocund practice room',
        short_name: 'Jocund',
        description: 'What your teacher gave you to practise, with sound, also without a connection',
        id: '/practice',
        start_url: '/practice',
        scope: '/',
        display: 'standalone',
        background_color: '#f9faf7',
        theme_color: '#16233d',
        icons: [
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
        ],
      },
      workbox: {
        inlineWorkboxRuntime: true,
        sourcemap: false,
        // What the trained ear runs on is large: it is kept once a take has needed it.
        globIgnores: ['**/note-model-*'],
        runtimeCaching: [
          {
            urlPattern:
              /\/assets\/(note-model|model|group1-shard1of1|tfjs-backend-wasm)[\w-]*\.(js|json|bin|wasm)$/,
            handler: 'CacheFirst',
            options: { cacheName: 'trained-ear', expiration: { maxEntries: 12 } },
          },
        ],
        globPatterns: ['index.html', '**/*.{js,css,svg}', '**/*latin-w*.woff2', '**/*signs*.otf'],
        maximumFileSizeToCacheInBytes: 4_000_000,
        navigateFallback: '/index.html',
        // "/" is no page of the practice room.
        directoryIndex: null,
        navigateFallbackAllowlist: [/^\/practice/],
        // A page that is open keeps the version it began with; the new one comes with the next opening.
        skipWaiting: false,
        clientsClaim: true,
      },
    }),
  ],
  worker: { format: 'es' },
  build: { target: 'es2023', chunkSizeWarningLimit: 700, assetsInlineLimit: 0 },
});
