import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { imagetools } from 'vite-imagetools';
import { compression } from 'vite-plugin-compression2';

const source = (name: string) => fileURLToPath(new URL(`../../packages/${name}/src`, import.meta.url));

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  // Wherever it is served: index.html says where that is, and all else is found from there.
  base: './',
  // Made small once, when it is built: the server sends them as they are.
  plugins: [
    react(),
    tailwindcss(),
    imagetools(),
    compression({ algorithms: ['brotliCompress', 'gzip'], threshold: 1024 }),
  ],
  resolve: {
    alias: [
      { find: /^@kanga\/core\/(.+)$/, replacement: `${source('core')}/$1/index.ts` },
      { find: /^@kanga\/contract\/(.+)$/, replacement: `${source('contract')}/$1/index.ts` },
    ],
  },
  build: {
    outDir: 'dist',
    manifest: true,
    target: 'es2022',
    chunkSizeWarningLimit: 900,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4600' } },
});
