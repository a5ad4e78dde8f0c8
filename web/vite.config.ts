import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** The server puts a fresh value in its place for every page it sends. */
const NONCE_PLACEHOLDER = '{{nonce}}';

export default defineConfig(({ command }) => ({
  plugins: [react(), tailwindcss()],
  html: command === 'build' ? { cspNonce: NONCE_PLACEHOLDER } : {},
  build: { target: 'es2023', manifest: true, assetsInlineLimit: 0 },
  worker: { format: 'es' },
}));
