import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const api = process.env['VELK_API'] ?? 'http://127.0.0.1:4180';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': { target: api, changeOrigin: true, headers: { origin: api } } } },
});
