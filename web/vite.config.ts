import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

const api = process.env['VELK_API'] ?? 'http://127.0.0.1:4180';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    compression({
      include: /\.(js|css|html|wasm|svg|json|txt)$/,
      algorithms: [defineAlgorithm('brotliCompress'), defineAlgorithm('gzip')],
    }),
  ],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200, license: { fileName: 'licences.md' } },
  server: { proxy: { '/api': { target: api, changeOrigin: true, headers: { origin: api } } } },
});
