import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const source = (name: string) => fileURLToPath(new URL(`../../packages/${name}/src`, import.meta.url));

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), tailwindcss()],
  resolve: {
    alias: [
      { find: /^@kanga\/core\/(.+)$/, replacement: `${source('core')}/$1/index.ts` },
      { find: /^@kanga\/contract\/(.+)$/, replacement: `${source('contract')}/$1/index.ts` },
    ],
  },
  build: { outDir: 'dist', target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': 'http://127.0.0.1:4600' } },
});
