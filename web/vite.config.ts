import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

const core = process.env['VELK_CORE'] ?? '';
const api = process.env['VELK_API'] ?? 'http://127.0.0.1:4180';

export default defineConfig({
  root: import.meta.dirname,
  /** Tells what reckons here from what reckoned before: proofs of another are never read. */
  define: { VELK_CORE: JSON.stringify(core) },
  plugins: [
    react(),
    VitePWA({
      /** A new Velk waits until somebody takes it: no card changes under a hand. */
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Velk',
        short_name: 'Velk',
        description: 'Settings and cutting order for mortise and tenon joints',
        display: 'standalone',
        start_url: '/',
        background_color: '#dfe5e5',
        theme_color: '#0f5a54',
        icons: [
          { src: '/velk.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
          { src: '/velk-192.png', sizes: '192x192', type: 'image/png', purpose: 'any' },
          { src: '/velk-512.png', sizes: '512x512', type: 'image/png', purpose: 'any' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,wasm,woff2,svg,png}'],
        maximumFileSizeToCacheInBytes: 8_000_000,
        /** Velk starts without the network from the first time on that it was opened. */
        clientsClaim: true,
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/authority\.crt$/],
        runtimeCaching: [
          {
            /**
             * What a job needs to be opened; what others do with it is asked for, never taken from
             * here while it can be.
             */
            urlPattern: /\/api\/(access|shop|jobs|jobs\/[\da-f-]{36})$/,
            handler: 'NetworkFirst',
            options: { cacheName: 'jobs', cacheableResponse: { statuses: [200] } },
          },
        ],
      },
    }),
    compression({
      include: /\.(js|css|html|wasm|svg|json|txt)$/,
      algorithms: [defineAlgorithm('brotliCompress'), defineAlgorithm('gzip')],
    }),
  ],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200, license: { fileName: 'licences.md' } },
  server: { proxy: { '/api': { target: api, changeOrigin: true, headers: { origin: api } } } },
});
