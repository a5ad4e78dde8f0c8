import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** The server puts a fresh value in its place for every page it sends. */
const NONCE_PLACEHOLDER = '{{nonce}}';

export default defineConfig(({ command }) => ({
  plugins: [react(), tailwindcss()],
  html: command === 'build' ? { cspNonce: NONCE_PLACEHOLDER } : {},
  build: {
    target: 'es2023',
    manifest: true,
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        // What several screens share goes together by who shares it. Left to itself every shared module
        // became a file of its own, and a screen waited for thirty of them.
        codeSplitting: {
          groups: [
            {
              name: 'first',
              tags: ['$initial'],
              priority: 2,
              test: (id: string) => !/main\.tsx|index\.html/.test(id),
            },
            {
              // What packages make of one another stands in one file: cut by who shares it, two files could
              // need one another before either has run.
              name: 'controls',
              priority: 1,
              minShareCount: 2,
              test: /node_modules[\\/](@radix-ui|radix-ui|@floating-ui|aria-hidden|react-remove-scroll)/,
            },
            {
              name: 'shared',
              minShareCount: 2,
              entriesAware: true,
              // More would be put together of what not the same screens share, and files would need one another in
              // circles (`scripts/size.mjs` looks for them).
              entriesAwareMergeThreshold: 2500,
            },
          ],
        },
      },
    },
  },
  worker: { format: 'es' },
}));
